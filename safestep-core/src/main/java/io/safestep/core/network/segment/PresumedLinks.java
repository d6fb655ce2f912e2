package io.safestep.core.network.segment;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Links that nobody has told of and that two configurations make likely: two interfaces, and no more, have different
 * addresses in the same subnet, and of neither another cable is known.
 */
public final class PresumedLinks {

    private PresumedLinks() {}

    private record End(Port port, InterfaceAddress address) {}

    /**
     * @param devices what the configurations say, by name of the device
     * @param untold devices that do not tell of their cables; a presumed link has one of them at an end at least
     * @param links that are known
     * @param hosts that are known
     */
    public static List<Link> of(
            Map<String, DeviceFacts> devices, Set<String> untold, List<Link> links, List<Host> hosts) {
        Set<Port> taken = new HashSet<>();
        links.forEach(link -> {
            taken.add(link.one());
            taken.add(link.other());
        });
        hosts.forEach(host -> taken.add(host.port()));
        Map<IpPrefix, List<End>> bySubnet = new TreeMap<>(Comparator.comparing(IpPrefix::toString));
        for (DeviceFacts device : devices.values()) {
            for (InterfaceFacts i : device.interfaces().values()) {
                Port port = new Port(device.device(), i.name());
                if (i.kind() == InterfaceFacts.Kind.LOOPBACK) {
                    continue;
                }
                // One that can't be an end of a presumed link still speaks against it.
                i.addresses().stream()
                        .filter(a -> a.length() < 32)
                        .forEach(a -> bySubnet.computeIfAbsent(a.prefix(), p -> new ArrayList<>())
                                .add(new End(port, a)));
            }
        }
        List<Link> presumed = new ArrayList<>();
        for (List<End> ends : bySubnet.values()) {
            if (ends.size() == 2 && maybeLink(ends.get(0), ends.get(1), devices, untold, taken)) {
                presumed.add(new Link(ends.get(0).port(), ends.get(1).port()));
                taken.add(ends.get(0).port());
                taken.add(ends.get(1).port());
            }
        }
        return presumed;
    }

    private static boolean maybeLink(
            End one, End other, Map<String, DeviceFacts> devices, Set<String> untold, Set<Port> taken) {
        return !one.port().device().equals(other.port().device())
                && !one.address().address().equals(other.address().address())
                && (untold.contains(one.port().device())
                        || untold.contains(other.port().device()))
                && isFree(one.port(), devices, taken)
                && isFree(other.port(), devices, taken);
    }

    private static boolean isFree(Port port, Map<String, DeviceFacts> devices, Set<Port> taken) {
        InterfaceFacts i = DeviceFacts.named(port.device(), devices).port(port.name());
        return i.kind() == InterfaceFacts.Kind.PORT && i.enabled() && !i.isSwitchPort() && !taken.contains(port);
    }
}
