package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The BGP process (RFC 4271). */
final class BgpAssembly {

    private final FactValues says;

    BgpAssembly(FactValues says) {
        this.says = says;
    }

    /** @return null when there is none */
    @Nullable
    BgpFacts bgp() {
        FactObject o = says.single("bgp");
        Long as = o == null ? null : says.value(o, "as", WrittenFacts::asNumber);
        if (o == null || as == null) {
            return null;
        }
        int localPreference = says.number(o, "local-preference", says.defaults().number("bgp-local-preference"));
        int holdTime = says.number(o, "hold-time", says.defaults().number("bgp-hold-time"));
        return new BgpFacts(
                as,
                says.value(o, "router-id", IpAddress::parse),
                localPreference,
                says.flag(o, "require-policy"),
                announced(),
                redistributed(),
                says.of("neighbour").stream()
                        .map(n -> neighbour(n, holdTime))
                        .filter(n -> n != null)
                        .toList());
    }

    private List<BgpFacts.Announced> announced() {
        List<BgpFacts.Announced> found = new ArrayList<>();
        for (FactObject o : says.of("bgp-network")) {
            IpPrefix prefix = says.value(o, "prefix", IpPrefix::parse);
            if (prefix != null) {
                found.add(new BgpFacts.Announced(prefix, says.word(o, "route-map")));
            }
        }
        return List.copyOf(found);
    }

    private List<BgpFacts.Redistribution> redistributed() {
        List<BgpFacts.Redistribution> found = new ArrayList<>();
        for (FactObject o : says.of("bgp-redistribution")) {
            OspfFacts.Source source = says.value(o, "source", WrittenFacts::source);
            if (source != null) {
                found.add(new BgpFacts.Redistribution(source, says.word(o, "route-map")));
            }
        }
        return List.copyOf(found);
    }

    private BgpFacts.@Nullable Neighbour neighbour(FactObject o, int holdTime) {
        IpAddress address = says.name(o, IpAddress::parse);
        if (address == null) {
            return null;
        }
        return new BgpFacts.Neighbour(
                address,
                says.value(o, "as", 0L, WrittenFacts::asNumber),
                says.word(o, "source"),
                new BgpFacts.Neighbour.Policy(
                        says.word(o, "filter-in"),
                        says.word(o, "filter-out"),
                        says.word(o, "route-map-in"),
                        says.word(o, "route-map-out")),
                says.value(o, "local-preference", WrittenFacts::number),
                says.value(o, "med", t -> (long) WrittenFacts.number(t)),
                says.number(o, "prepend", 0),
                says.flag(o, "multihop"),
                says.flag(o, "next-hop-self"),
                says.flag(o, "default-route"),
                !says.flag(o, "disabled"),
                says.number(o, "hold-time", holdTime),
                says.word(o, "key"));
    }
}
