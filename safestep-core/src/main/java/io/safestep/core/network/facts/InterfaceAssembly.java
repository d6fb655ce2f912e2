package io.safestep.core.network.facts;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Interfaces with what is set on them, and the VLANs that a device knows. */
final class InterfaceAssembly {

    /** Of the objects from which interfaces are made. */
    static final Set<String> KINDS = Set.of("interface", "vrrp");

    private final FactValues says;

    InterfaceAssembly(FactValues says) {
        this.says = says;
    }

    /** By their names, in the order of their lines. */
    Map<String, InterfaceFacts> interfaces() {
        Map<String, InterfaceFacts> interfaces = new LinkedHashMap<>();
        says.of("interface").stream().filter(o -> !o.name().isEmpty()).forEach(o -> interfaces.put(o.name(), port(o)));
        return interfaces;
    }

    private InterfaceFacts port(FactObject o) {
        int vlan = says.number(o, "vlan", 0);
        String parent = says.word(o, "parent");
        InterfaceFacts.Kind kind = says.flag(o, "loopback")
                ? InterfaceFacts.Kind.LOOPBACK
                : parent != null
                        ? InterfaceFacts.Kind.SUBINTERFACE
                        : vlan != 0 ? InterfaceFacts.Kind.VLAN : InterfaceFacts.Kind.PORT;
        Set<Integer> trunk = new LinkedHashSet<>();
        says.values(o, "trunk-vlan", WrittenFacts::vlanNumbers).forEach(trunk::addAll);
        return new InterfaceFacts(
                o.name(),
                kind,
                vlan,
                parent,
                !says.flag(o, "disabled"),
                List.copyOf(says.values(o, "address", InterfaceAddress::parse)),
                says.number(o, "mtu", says.defaults().number("mtu")),
                says.number(o, "access-vlan", 0),
                Set.copyOf(trunk),
                says.number(o, "native-vlan", 0),
                says.word(o, "filter-in"),
                says.word(o, "filter-out"),
                ospfInterface(o),
                says.of("vrrp", "interface", o.name()).stream()
                        .map(this::vrrp)
                        .filter(g -> g != null)
                        .toList());
    }

    private InterfaceFacts.OspfInterface ospfInterface(FactObject o) {
        int hello = says.number(o, "ospf-hello", says.defaults().number("ospf-hello"));
        return new InterfaceFacts.OspfInterface(
                says.value(o, "ospf-area", WrittenFacts::area),
                says.number(o, "ospf-cost", says.defaults().number("ospf-cost")),
                says.value(o, "ospf-passive", WrittenFacts::yesOrNo),
                says.value(o, "ospf-type", WrittenFacts::pointToPoint),
                hello,
                // RFC 2328, appendix C.3: the dead interval should be some multiple of the hello interval; four is
                // usual.
                says.number(o, "ospf-dead", 4 * hello),
                says.number(o, "ospf-priority", says.defaults().number("ospf-priority")),
                says.word(o, "ospf-key"));
    }

    private InterfaceFacts.@Nullable VrrpGroup vrrp(FactObject o) {
        Integer id = says.name(o, WrittenFacts::number);
        return id == null
                ? null
                : new InterfaceFacts.VrrpGroup(
                        id,
                        List.copyOf(says.values(o, "address", IpAddress::parse)),
                        says.number(o, "priority", says.defaults().number("vrrp-priority")),
                        says.number(o, "interval", says.defaults().number("vrrp-interval")),
                        says.word(o, "key"));
    }

    /** The numbers of the VLANs that are declared. */
    Set<Integer> vlans() {
        Set<Integer> known = new LinkedHashSet<>();
        for (FactObject o : says.of("vlan")) {
            Set<Integer> numbers = says.name(o, WrittenFacts::vlanNumbers);
            if (numbers != null) {
                known.addAll(numbers);
            }
        }
        return Set.copyOf(known);
    }
}
