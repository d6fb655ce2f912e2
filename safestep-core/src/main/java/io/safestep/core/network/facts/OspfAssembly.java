package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The OSPF process (RFC 2328). */
final class OspfAssembly {

    private final FactValues says;

    OspfAssembly(FactValues says) {
        this.says = says;
    }

    /** @return null when there is none */
    @Nullable
    OspfFacts ospf() {
        FactObject o = says.single("ospf");
        if (o == null) {
            return null;
        }
        Map<Long, OspfFacts.StubArea> stubs = new LinkedHashMap<>();
        for (FactObject area : says.of("ospf-area")) {
            Long number = says.name(area, WrittenFacts::area);
            if (number != null && (says.flag(area, "stub") || says.flag(area, "no-summary"))) {
                stubs.put(
                        number,
                        new OspfFacts.StubArea(says.flag(area, "no-summary"), says.number(area, "default-cost", 1)));
            }
        }
        List<OspfFacts.Network> networks = new ArrayList<>();
        for (FactObject network : says.of("ospf-network")) {
            IpPrefix prefix = says.value(network, "prefix", WrittenFacts::block);
            Long area = says.value(network, "area", WrittenFacts::area);
            if (prefix != null && area != null) {
                networks.add(new OspfFacts.Network(prefix, area));
            }
        }
        List<OspfFacts.Range> ranges = new ArrayList<>();
        for (FactObject range : says.of("ospf-range")) {
            IpPrefix prefix = says.value(range, "prefix", IpPrefix::parse);
            Long area = says.value(range, "area", WrittenFacts::area);
            if (prefix != null && area != null) {
                ranges.add(new OspfFacts.Range(area, prefix, says.flag(range, "hide")));
            }
        }
        return new OspfFacts(
                says.value(o, "router-id", IpAddress::parse),
                List.copyOf(networks),
                says.word(o, "key"),
                says.flag(o, "passive"),
                stubs,
                List.copyOf(ranges),
                ospfRedistributions(),
                says.value(o, "default-route", OspfFacts.DefaultRoute.NEVER, WrittenFacts::defaultRoute),
                says.number(o, "default-metric", 1));
    }

    private List<OspfFacts.Redistribution> ospfRedistributions() {
        List<OspfFacts.Redistribution> found = new ArrayList<>();
        for (FactObject o : says.of("ospf-redistribution")) {
            OspfFacts.Source source = says.value(o, "source", WrittenFacts::source);
            int type = says.number(o, "type", says.defaults().number("ospf-external-type"));
            if (source != null && (type == 1 || type == 2)) {
                found.add(new OspfFacts.Redistribution(
                        source,
                        says.number(o, "metric", says.defaults().number("ospf-external-metric")),
                        type,
                        says.word(o, "route-map")));
            }
        }
        return List.copyOf(found);
    }
}
