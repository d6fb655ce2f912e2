/** OSPF version 2 (RFC 2328). */
package io.safestep.core.network.ospf;
