package io.safestep.core.network.ospf;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.facts.OspfFacts;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segments;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Which interfaces take part in OSPF, in which area, and which router ID their devices have. */
final class OspfPorts {

    private final Segments segments;
    private final Map<String, IpAddress> routerIds = new HashMap<>();
    private final Map<Port, OspfPort> ports = new LinkedHashMap<>();

    OspfPorts(Map<String, DeviceFacts> devices, Segments segments) {
        this.segments = segments;
        for (DeviceFacts device : devices.values()) {
            if (device.ospf() != null) {
                add(device, device.ospf());
            }
        }
    }

    Map<Port, OspfPort> all() {
        return ports;
    }

    /** Null when the device runs no OSPF or has no address to take one from. */
    @Nullable
    IpAddress routerId(String device) {
        return routerIds.get(device);
    }

    private void add(DeviceFacts device, OspfFacts ospf) {
        Optional<IpAddress> routerId =
                Optional.ofNullable(ospf.routerId()).or(() -> RouterIds.choose(device, segments));
        if (routerId.isEmpty()) {
            return;
        }
        routerIds.put(device.device(), routerId.get());
        for (InterfaceFacts i : device.interfaces().values()) {
            Port port = new Port(device.device(), i.name());
            InterfaceAddress primary = i.primary();
            if (primary != null && !i.isSwitchPort() && segments.isUp(port)) {
                area(ospf, i, primary).ifPresent(area -> {
                    boolean passive = i.ospf().passive() == null
                            ? ospf.passiveUnlessSaid()
                            : i.ospf().passive();
                    ports.put(
                            port,
                            new OspfPort(
                                    port,
                                    routerId.get(),
                                    area,
                                    passive,
                                    Boolean.TRUE.equals(i.ospf().pointToPoint()),
                                    i.ospf().key() == null
                                            ? ospf.key()
                                            : i.ospf().key(),
                                    ospf,
                                    primary,
                                    i));
                });
            }
        }
    }

    /** The area that the interface names; else that of the longest network that holds its address. */
    private static Optional<Long> area(OspfFacts ospf, InterfaceFacts i, InterfaceAddress primary) {
        if (i.ospf().area() != null) {
            return Optional.of(i.ospf().area());
        }
        return network(ospf, primary).map(OspfFacts.Network::area);
    }

    static Optional<OspfFacts.Network> network(OspfFacts ospf, InterfaceAddress address) {
        return ospf.networks().stream()
                .filter(n -> n.prefix().contains(address.address()))
                .max(Comparator.comparingInt(n -> n.prefix().length()));
    }
}
