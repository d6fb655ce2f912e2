/** OSPF version 2 (RFC 2328). */
@NullMarked
package io.safestep.core.network.ospf;

import org.jspecify.annotations.NullMarked;
