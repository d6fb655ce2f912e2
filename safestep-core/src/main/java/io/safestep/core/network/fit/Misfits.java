package io.safestep.core.network.fit;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Finds what does not go together: an address at two places, two ends of a link in different networks or with different
 * VLANs, an interface whose VLAN no port carries. Looks at configurations only; what follows for neighbours and routes is
 * the network model's business. The front door of this package.
 */
public final class Misfits {

    private static final int MOST_NAMED = 3;

    private final Map<String, Map<String, InterfaceFacts>> devices;
    private final Map<Port, Port> across = new HashMap<>();
    private final Map<IpAddress, List<Port>> owners = new HashMap<>();

    /** @param devices by name, the interfaces of each by their names */
    public Misfits(Map<String, Map<String, InterfaceFacts>> devices, Collection<Link> links) {
        this.devices = devices;
        for (Link link : links) {
            across.put(link.one(), link.other());
            across.put(link.other(), link.one());
        }
        devices.forEach((name, interfaces) -> interfaces.values().stream()
                .filter(InterfaceFacts::enabled)
                .forEach(i -> i.addresses()
                        .forEach(a -> owners.computeIfAbsent(a.address(), x -> new ArrayList<>())
                                .add(new Port(name, i.name())))));
    }

    /** What a change brings: misfits of the devices that were not there before. */
    public static List<Misfit> brought(Misfits before, Misfits after, Collection<String> changed) {
        Set<Misfit> brought = new LinkedHashSet<>(after.of(changed));
        before.of(changed).forEach(brought::remove);
        return List.copyOf(brought);
    }

    /** Everything that does not fit on these devices. */
    public List<Misfit> of(Collection<String> names) {
        List<Misfit> misfits = new ArrayList<>();
        for (String name : names) {
            Map<String, InterfaceFacts> interfaces = devices.get(name);
            if (interfaces != null) {
                Set<Integer> carried = carried(interfaces);
                interfaces.values().stream()
                        .filter(InterfaceFacts::enabled)
                        .forEach(i -> look(name, carried, i, misfits));
            }
        }
        return misfits;
    }

    private void look(String device, Set<Integer> carried, InterfaceFacts own, List<Misfit> misfits) {
        for (InterfaceAddress address : own.addresses()) {
            List<Port> all = owners.getOrDefault(address.address(), List.of());
            if (all.size() > 1) {
                Port self = new Port(device, own.name());
                misfits.add(new Misfit(
                        device,
                        address.address() + " on " + own.name() + " is also the address of " + others(all, self)
                                + "."));
            }
        }
        if (own.kind() == InterfaceFacts.Kind.VLAN && own.primary() != null && !carried.contains(own.vlan())) {
            misfits.add(new Misfit(
                    device,
                    "No port of " + device + " carries VLAN " + own.vlan() + ", so that nothing reaches " + own.name()
                            + "."));
        }
        Port far = across.get(new Port(device, own.name()));
        InterfaceFacts other = far == null || !devices.containsKey(far.device())
                ? null
                : devices.get(far.device()).get(far.name());
        if (far != null && other != null && other.enabled()) {
            ends(device, own, far, other, misfits);
        }
    }

    /** The first of them by name; how many more there are is enough to know. */
    private static String others(List<Port> all, Port self) {
        List<Port> others = all.stream()
                .filter(port -> !port.equals(self))
                .limit(MOST_NAMED)
                .toList();
        int more = all.size() - 1 - others.size();
        return others.stream().map(Port::toString).collect(Collectors.joining(", "))
                + (more > 0 ? " and at " + more + " more places" : "");
    }

    /** The VLANs that some port of a device carries. */
    private static Set<Integer> carried(Map<String, InterfaceFacts> interfaces) {
        Set<Integer> carried = new HashSet<>();
        interfaces.values().stream().filter(InterfaceFacts::enabled).forEach(i -> {
            carried.add(i.accessVlan());
            carried.add(i.nativeVlan());
            carried.addAll(i.trunkVlans());
            if (i.kind() == InterfaceFacts.Kind.SUBINTERFACE) {
                carried.add(i.vlan());
            }
        });
        return carried;
    }

    private static void ends(String device, InterfaceFacts own, Port far, InterfaceFacts other, List<Misfit> misfits) {
        if (own.primary() != null
                && other.primary() != null
                && !own.primary().prefix().equals(other.primary().prefix())) {
            misfits.add(new Misfit(
                    device,
                    own.name() + " has " + own.primary() + ", but " + far + " at the other end has " + other.primary()
                            + ": these are two networks."));
        }
        if (own.isSwitchPort() && other.isSwitchPort()) {
            Set<Integer> missing = new TreeSet<>(own.trunkVlans());
            missing.removeAll(other.trunkVlans());
            missing.remove(other.accessVlan());
            missing.remove(other.nativeVlan());
            if (!missing.isEmpty()) {
                misfits.add(new Misfit(
                        device,
                        (missing.size() == 1 ? "VLAN " : "The VLANs ")
                                + missing.stream().map(String::valueOf).collect(Collectors.joining(", "))
                                + " on " + own.name() + (missing.size() == 1 ? " is" : " are") + " not carried by "
                                + far
                                + " at the other end."));
            }
        }
    }
}
