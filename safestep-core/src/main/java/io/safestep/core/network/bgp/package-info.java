/** BGP-4 (RFC 4271). */
@NullMarked
package io.safestep.core.network.bgp;

import org.jspecify.annotations.NullMarked;
