package io.safestep.core.network;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.ospf.OspfNeighbour;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.trace.TracedPath;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** A small network written down in a test, with Corvane configurations. */
final class CorvaneNetwork {

    private static final CorvaneNetwork.Readers SHIPPED = Readers.of(ShippedProfiles.corvane());

    private final Readers readers;
    private final Map<String, DeviceFacts> devices = new TreeMap<>();
    private final List<Link> links = new ArrayList<>();
    private final List<Host> hosts = new ArrayList<>();
    private Conditions conditions = Conditions.NORMAL;

    CorvaneNetwork() {
        this(SHIPPED);
    }

    /** With another profile for all devices. */
    CorvaneNetwork(PlatformProfile profile) {
        this(Readers.of(profile));
    }

    private CorvaneNetwork(Readers readers) {
        this.readers = readers;
    }

    private record Readers(ConfigEngine engine, FactReader facts) {

        static Readers of(PlatformProfile profile) {
            return new Readers(new ConfigEngine(profile.language()), new FactReader(profile));
        }
    }

    CorvaneNetwork device(String name, String configuration) {
        devices.put(name, readers.facts().read(name, readers.engine().read("hostname " + name + "\n" + configuration)));
        return this;
    }

    /** @param ends such as {@code "a port 1"} */
    CorvaneNetwork link(String one, String other) {
        links.add(new Link(port(one), port(other)));
        return this;
    }

    CorvaneNetwork host(String name, String address, String gateway, String port) {
        hosts.add(new Host(
                name, InterfaceAddress.parse(address), gateway == null ? null : IpAddress.parse(gateway), port(port)));
        return this;
    }

    CorvaneNetwork off(String device) {
        conditions = new Conditions(Set.of(device), Set.of(), Set.of());
        return this;
    }

    static Port port(String written) {
        String[] parts = written.split(" ", 2);
        return new Port(parts[0], parts[1]);
    }

    Built build() {
        return new Built(new NetworkModel(new NetworkDescription(devices, links, hosts, conditions)));
    }

    /** The computed network, with its answers as short text. */
    record Built(NetworkModel model) {

        /** The route of a device to exactly this prefix, or "none". */
        String route(String device, String prefix) {
            return model.routes(device).stream()
                    .filter(r -> r.prefix().equals(IpPrefix.parse(prefix)))
                    .map(Built::text)
                    .findFirst()
                    .orElse("none");
        }

        private static String text(Route route) {
            String hops = String.join(
                    ", ",
                    route.nextHops().stream()
                            .map(h -> (h.via() == null ? "attached" : h.via()) + " " + h.exit())
                            .toList());
            return route.source() + " " + route.metric() + (route.discards() ? " discard" : " [" + hops + "]");
        }

        List<String> prefixes(String device) {
            return model.routes(device).stream().map(r -> r.prefix().toString()).toList();
        }

        /** State and reason of the only pair of interfaces of the two devices. */
        String adjacency(String device, String far) {
            List<OspfNeighbour> found = model.ospfNeighbours(device).stream()
                    .filter(n -> n.far().device().equals(far))
                    .toList();
            return found.isEmpty()
                    ? "none"
                    : found.get(0).state()
                            + (found.get(0).reason() == null
                                    ? ""
                                    : ": " + found.get(0).reason());
        }

        String session(String device, String neighbour) {
            return model.bgpSessions(device).stream()
                    .filter(s -> s.neighbour().equals(IpAddress.parse(neighbour)))
                    .map(s -> s.state() + (s.reason() == null ? "" : ": " + s.reason()))
                    .findFirst()
                    .orElse("none");
        }

        TracedPath trace(String from, String to) {
            return model.trace(Packet.ping(IpAddress.parse(from), IpAddress.parse(to)));
        }

        /** The end of a path and the devices on it. */
        String path(String from, String to) {
            TracedPath path = trace(from, to);
            return path.end() + " "
                    + String.join(
                            ">",
                            path.hops().stream().map(TracedPath.Hop::device).toList());
        }
    }
}
