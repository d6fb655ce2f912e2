/** NETCONF over SSH (RFC 6241, RFC 6242). */
package io.safestep.drivers.netconf;
