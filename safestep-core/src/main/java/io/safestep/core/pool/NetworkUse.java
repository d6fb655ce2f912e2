package io.safestep.core.pool;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** What devices already use of the values that a pool could give. */
public final class NetworkUse {

    private final Collection<DeviceFacts> devices;

    public NetworkUse(Collection<DeviceFacts> devices) {
        this.devices = devices;
    }

    /**
     * A value in use.
     *
     * @param by the device that uses it
     */
    public record Used(Span span, String by) {}

    /** Single addresses: of interfaces, shared between gateways, and of the next hop of routes. */
    public List<Used> addresses() {
        List<Used> used = new ArrayList<>();
        for (DeviceFacts device : devices) {
            for (InterfaceFacts i : device.interfaces().values()) {
                i.addresses().forEach(a -> used.add(of(a.address(), device)));
                i.vrrp().forEach(group -> group.addresses().forEach(a -> used.add(of(a, device))));
            }
            device.routes().forEach(route -> {
                if (route.via() != null) {
                    used.add(of(route.via(), device));
                }
            });
        }
        return used;
    }

    /**
     * Whole blocks: those on interfaces, and those to which a route leads. A default route and a route that discards what
     * nothing else takes say nothing about use.
     */
    public List<Used> prefixes() {
        List<Used> used = new ArrayList<>(addresses());
        for (DeviceFacts device : devices) {
            for (InterfaceFacts i : device.interfaces().values()) {
                i.addresses().stream()
                        .map(InterfaceAddress::prefix)
                        .forEach(p -> used.add(new Used(PoolKind.span(p), device.device())));
            }
            device.routes().stream()
                    .filter(route -> !route.discard() && !route.prefix().equals(IpPrefix.ALL))
                    .forEach(route -> used.add(new Used(PoolKind.span(route.prefix()), device.device())));
        }
        return used;
    }

    /** VLANs that a device knows, has an address in, or puts untagged frames into; what a trunk would let through is none. */
    public List<Used> vlans() {
        List<Used> used = new ArrayList<>();
        for (DeviceFacts device : devices) {
            if (device.vlans() != null) {
                device.vlans().forEach(v -> used.add(new Used(Span.of(v), device.device())));
            }
            for (InterfaceFacts i : device.interfaces().values()) {
                for (int vlan : new int[] {i.vlan(), i.accessVlan(), i.nativeVlan()}) {
                    if (vlan != 0) {
                        used.add(new Used(Span.of(vlan), device.device()));
                    }
                }
            }
        }
        return used;
    }

    private static Used of(IpAddress address, DeviceFacts device) {
        return new Used(Span.of(Integer.toUnsignedLong(address.bits())), device.device());
    }
}
