package io.safestep.practice.network;

import io.safestep.practice.device.CorvaneConfig;
import io.safestep.practice.network.Cabling.Port;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** The state of links, VLANs and interfaces that follows from the configurations at one moment. */
final class Snapshot {

    /** An interface with an address. {@code vlan} is 0 for one that is not a VLAN interface. */
    record Interface(String device, String name, Prefix address, int vlan) {}

    private final Cabling cabling;
    private final Map<String, CorvaneConfig> configs;

    Snapshot(Cabling cabling, Map<String, CorvaneConfig> configs) {
        this.cabling = cabling;
        this.configs = new TreeMap<>(configs);
    }

    Cabling cabling() {
        return cabling;
    }

    CorvaneConfig config(String device) {
        return configs.get(device);
    }

    Set<String> devices() {
        return configs.keySet();
    }

    private boolean enabled(Port port) {
        String section = "interface " + port.name();
        CorvaneConfig config = configs.get(port.device());
        return config != null
                && config.has(section)
                && config.value(section, "disabled").isEmpty();
    }

    /** A port is up when it and the other end are configured and not disabled. */
    boolean portUp(Port port) {
        if (!enabled(port)) {
            return false;
        }
        return cabling.farEnd(port)
                .map(this::enabled)
                .orElseGet(() -> cabling.hostAt(port).isPresent());
    }

    /** Whether the port carries the VLAN, which the device must know. */
    boolean carries(Port port, int vlan) {
        CorvaneConfig config = configs.get(port.device());
        String section = "interface " + port.name();
        if (!config.has("vlan " + vlan)) {
            return false;
        }
        boolean access = config.value(section, "vlan access").equals(Optional.of(Integer.toString(vlan)));
        boolean trunk = config.value(section, "vlan allowed")
                .map(list -> List.of(list.split(",")).contains(Integer.toString(vlan)))
                .orElse(false);
        return access || trunk;
    }

    /** Whether an interface works, whether or not it has an address. */
    String status(String device, String name) {
        CorvaneConfig config = configs.get(device);
        if (config.value("interface " + name, "disabled").isPresent()) {
            return "disabled";
        }
        if (name.startsWith("loopback")) {
            return "up";
        }
        if (name.startsWith("vlan ")) {
            int vlan = Integer.parseInt(name.substring(5));
            boolean carried = ports(device).stream().anyMatch(p -> portUp(p) && carries(p, vlan));
            return carried ? "up" : "down";
        }
        return portUp(new Port(device, name)) ? "up" : "down";
    }

    List<Port> ports(String device) {
        return configs.get(device).headers().stream()
                .filter(h -> h.startsWith("interface port "))
                .map(h -> new Port(device, h.substring("interface ".length())))
                .toList();
    }

    /** Interfaces of a device that are up and have an address. */
    List<Interface> interfaces(String device) {
        List<Interface> found = new ArrayList<>();
        CorvaneConfig config = configs.get(device);
        for (String header : config.headers()) {
            if (header.startsWith("interface ")) {
                String name = header.substring("interface ".length());
                config.value(header, "address")
                        .filter(a -> status(device, name).equals("up"))
                        .ifPresent(a -> found.add(new Interface(
                                device,
                                name,
                                Prefix.parse(a),
                                name.startsWith("vlan ") ? Integer.parseInt(name.substring(5)) : 0)));
            }
        }
        return found;
    }

    /** Interfaces of other devices that hear what this one sends, without a router between them. */
    List<Interface> sameSegment(Interface from) {
        List<Interface> found = new ArrayList<>();
        if (from.vlan() == 0) {
            cabling.farEnd(new Port(from.device(), from.name()))
                    .filter(far -> status(from.device(), from.name()).equals("up"))
                    .ifPresent(far -> interfaces(far.device()).stream()
                            .filter(i -> i.name().equals(far.name()))
                            .forEach(found::add));
            return found;
        }
        for (String device : segment(from.device(), from.vlan())) {
            interfaces(device).stream()
                    .filter(i -> i.vlan() == from.vlan() && !device.equals(from.device()))
                    .forEach(found::add);
        }
        return found;
    }

    /** Devices joined in one broadcast domain of a VLAN. */
    Set<String> segment(String device, int vlan) {
        Set<String> reached = new LinkedHashSet<>(Set.of(device));
        Deque<String> next = new ArrayDeque<>(reached);
        while (!next.isEmpty()) {
            for (Port port : ports(next.pop())) {
                if (portUp(port) && carries(port, vlan)) {
                    cabling.farEnd(port)
                            .filter(far -> carries(far, vlan))
                            .filter(far -> reached.add(far.device()))
                            .ifPresent(far -> next.push(far.device()));
                }
            }
        }
        return reached;
    }

    /** Whether a host with this address is heard on the VLAN of the device. */
    Optional<Cabling.Host> hostOn(String device, int vlan, int address) {
        Set<String> segment = segment(device, vlan);
        return cabling.hosts().stream()
                .filter(h -> Prefix.address(h.address()) == address)
                .filter(h -> segment.contains(h.port().device()) && portUp(h.port()) && carries(h.port(), vlan))
                .findFirst();
    }
}
