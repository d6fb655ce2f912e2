package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The OSPF process of a device (RFC 2328, appendix C).
 *
 * @param routerId as configured; null when the device chooses one
 * @param networks which addresses take part, in which area
 * @param key authenticates the packets of every interface that names none of its own; null for no authentication
 * @param passiveUnlessSaid whether interfaces form no adjacencies unless they say so
 * @param stubAreas by area number
 * @param redistributions what is brought in from other sources
 * @param defaultRoute whether and when a default route is announced
 * @param defaultMetric of that default route
 */
public record OspfFacts(
        @Nullable IpAddress routerId,
        List<Network> networks,
        @Nullable String key,
        boolean passiveUnlessSaid,
        Map<Long, StubArea> stubAreas,
        List<Range> ranges,
        List<Redistribution> redistributions,
        DefaultRoute defaultRoute,
        int defaultMetric) {

    public record Network(IpPrefix prefix, long area) {}

    /**
     * @param noSummary whether routes of other areas are kept out as well
     * @param defaultCost cost of the default route announced into the area
     */
    public record StubArea(boolean noSummary, int defaultCost) {}

    /** Networks of an area announced as one (RFC 2328, appendix C.2). */
    public record Range(long area, IpPrefix prefix, boolean hide) {}

    /**
     * @param routeMap what the routes go through; null for none
     * @param type 1 or 2: external metric comparable with OSPF's own costs, or greater than all of them
     */
    public record Redistribution(
            Source source, int metric, int type, @Nullable String routeMap) {}

    public enum Source {
        CONNECTED,
        STATIC,
        BGP,
        OSPF
    }

    public enum DefaultRoute {
        NEVER,
        /** Only while the routing table holds a default route from another source. */
        WHEN_KNOWN,
        ALWAYS
    }
}
