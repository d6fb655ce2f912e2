/** RESTCONF over HTTPS (RFC 8040). */
@NullMarked
package io.safestep.drivers.restconf;

import org.jspecify.annotations.NullMarked;
