package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.facts.FactObject.Said;

/** The BGP process (RFC 4271). */
final class BgpAssembly {

    private final FactValues says;

    BgpAssembly(FactValues says) {
        this.says = says;
    }

    /** @return null when there is none */
    BgpFacts bgp() {
        FactObject o = says.single("bgp");
        Long as = o == null ? null : says.value(o, "as", null, WrittenFacts::asNumber);
        if (as == null) {
            return null;
        }
        int localPreference = says.number(o, "local-preference", says.defaults().number("bgp-local-preference"));
        int holdTime = says.number(o, "hold-time", says.defaults().number("bgp-hold-time"));
        return new BgpFacts(
                as,
                says.value(o, "router-id", null, IpAddress::parse),
                localPreference,
                says.flag(o, "require-policy"),
                says.of("bgp-network").stream()
                        .map(n -> new BgpFacts.Announced(
                                says.value(n, "prefix", null, IpPrefix::parse), says.word(n, "route-map")))
                        .filter(n -> n.prefix() != null)
                        .toList(),
                says.of("bgp-redistribution").stream()
                        .map(r -> new BgpFacts.Redistribution(
                                says.value(r, "source", null, WrittenFacts::source), says.word(r, "route-map")))
                        .filter(r -> r.source() != null)
                        .toList(),
                says.of("neighbour").stream()
                        .map(n -> neighbour(n, holdTime))
                        .filter(n -> n != null)
                        .toList());
    }

    private BgpFacts.Neighbour neighbour(FactObject o, int holdTime) {
        IpAddress address = says.read(new Said(o.name(), o.line(), o.trail()), null, IpAddress::parse);
        if (address == null) {
            return null;
        }
        return new BgpFacts.Neighbour(
                address,
                says.value(o, "as", 0L, WrittenFacts::asNumber),
                says.word(o, "source"),
                says.word(o, "filter-in"),
                says.word(o, "filter-out"),
                says.word(o, "route-map-in"),
                says.word(o, "route-map-out"),
                says.value(o, "local-preference", null, WrittenFacts::number),
                says.value(o, "med", null, t -> (long) WrittenFacts.number(t)),
                says.number(o, "prepend", 0),
                says.flag(o, "multihop"),
                says.flag(o, "next-hop-self"),
                says.flag(o, "default-route"),
                !says.flag(o, "disabled"),
                says.number(o, "hold-time", holdTime),
                says.word(o, "key"));
    }
}
