/** NETCONF over SSH (RFC 6241, RFC 6242). */
@NullMarked
package io.safestep.drivers.netconf;

import org.jspecify.annotations.NullMarked;
