package io.safestep.practice.network;

import java.util.List;
import java.util.Optional;

/** What is plugged in where. */
public record Cabling(List<Cable> cables, List<Host> hosts) {

    /** One socket of a device. */
    public record Port(String device, String name) {}

    public record Cable(Port one, Port other) {}

    /** Something at the edge that has an address and answers pings. */
    public record Host(String name, String address, String gateway, Port port) {}

    Optional<Port> farEnd(Port port) {
        return cables.stream()
                .filter(c -> c.one().equals(port) || c.other().equals(port))
                .map(c -> c.one().equals(port) ? c.other() : c.one())
                .findFirst();
    }

    Optional<Host> hostAt(Port port) {
        return hosts.stream().filter(h -> h.port().equals(port)).findFirst();
    }
}
