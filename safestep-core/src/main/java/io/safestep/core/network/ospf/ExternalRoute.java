package io.safestep.core.network.ospf;

import io.safestep.core.address.IpPrefix;

/**
 * A route that a boundary router brings in from outside (RFC 2328, section 12.4.4).
 *
 * @param boundary name of the router
 * @param tag carried along with it (RFC 2328, appendix A.4.5); 0 for none
 * @param type 1 or 2 (RFC 2328, section 2.3)
 */
public record ExternalRoute(String boundary, IpPrefix prefix, long metric, int type, long tag) {}
