package io.safestep.core.network.route;

import io.safestep.core.address.IpPrefix;
import java.util.List;

/**
 * An entry of a routing table.
 *
 * @param distance how far the device trusts the source; less is better
 * @param metric the source's own cost
 * @param tag what the source has marked it with; 0 for nothing
 * @param nextHops equal alternatives, sorted; empty when packets are thrown away
 */
public record Route(IpPrefix prefix, Source source, int distance, long metric, List<NextHop> nextHops, long tag) {

    /** Without a tag. */
    public Route(IpPrefix prefix, Source source, int distance, long metric, List<NextHop> nextHops) {
        this(prefix, source, distance, metric, nextHops, 0);
    }

    public Route {
        nextHops = nextHops.stream().distinct().sorted().toList();
    }

    public enum Source {
        CONNECTED("connected"),
        STATIC("static"),
        OSPF_INTRA_AREA("OSPF"),
        OSPF_INTER_AREA("OSPF, other area"),
        OSPF_EXTERNAL_1("OSPF, external 1"),
        OSPF_EXTERNAL_2("OSPF, external 2"),
        EBGP("BGP, external"),
        IBGP("BGP, internal");

        private final String word;

        Source(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        public boolean isOspf() {
            return this == OSPF_INTRA_AREA
                    || this == OSPF_INTER_AREA
                    || this == OSPF_EXTERNAL_1
                    || this == OSPF_EXTERNAL_2;
        }

        public boolean isBgp() {
            return this == EBGP || this == IBGP;
        }
    }

    public boolean discards() {
        return nextHops.isEmpty();
    }
}
