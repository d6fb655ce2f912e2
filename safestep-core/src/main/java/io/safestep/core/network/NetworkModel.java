package io.safestep.core.network;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.network.bgp.BgpRoute;
import io.safestep.core.network.bgp.BgpSession;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.facts.UnmodelledLine;
import io.safestep.core.network.gateway.GatewayRole;
import io.safestep.core.network.gateway.GatewayRoles;
import io.safestep.core.network.ospf.OspfNeighbour;
import io.safestep.core.network.ospf.OspfRouting;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.segment.InterfaceState;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segment;
import io.safestep.core.network.segment.Segments;
import io.safestep.core.network.trace.PathTracer;
import io.safestep.core.network.trace.TracedPath;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What a network does, computed from its configurations and cables alone: which interfaces are up, what hears what, who
 * routes where. Deterministic; knows no time, so that it shows the state in which everything has settled. What it does not
 * know it lists ({@link #unmodelled}, {@link #problems}) and never guesses. Safe for use by several threads. The front
 * door of this package.
 */
public final class NetworkModel {

    private final NetworkDescription description;
    private final Segments segments;
    private final OspfRouting ospf;
    private final GatewayRoles gateways;
    private final RoutingTables tables;
    private final PathTracer tracer;

    public NetworkModel(NetworkDescription description) {
        this.description = description;
        Map<String, DeviceFacts> devices = description.devices();
        segments = new Segments(devices, description.links(), description.hosts(), description.conditions());
        ospf = new OspfRouting(devices, segments, description.conditions());
        gateways = new GatewayRoles(devices, segments);
        tables = new RoutingTables(devices, segments, ospf, description.hosts(), gateways);
        tracer = new PathTracer(devices, segments, description.hosts(), gateways, tables::table);
    }

    public NetworkDescription description() {
        return description;
    }

    public Set<String> devices() {
        return description.devices().keySet();
    }

    public InterfaceState interfaceState(Port port) {
        return segments.state(port);
    }

    /** All broadcast domains. */
    public List<Segment> segments() {
        return segments.all();
    }

    /** The broadcast domain of an interface; an empty one while the interface is down. */
    public Segment segment(Port port) {
        return segments.around(port);
    }

    /** OSPF neighbours of a device and those that might be ones, with the reason why they are not. */
    public List<OspfNeighbour> ospfNeighbours(String device) {
        return ospf.neighbours(device);
    }

    /** Null when the device runs no OSPF. */
    public @Nullable IpAddress ospfRouterId(String device) {
        return ospf.routerId(device);
    }

    public Set<Long> ospfAreas(String device) {
        return ospf.areas(device);
    }

    public List<BgpSession> bgpSessions(String device) {
        return tables.bgp().sessions(device);
    }

    public List<BgpRoute> bgpRoutes(String device) {
        return tables.bgp().best(device);
    }

    public List<GatewayRole> gatewayRoles(String device) {
        return gateways.of(device);
    }

    /** The routing table, by prefix. */
    public List<Route> routes(String device) {
        return tables.table(device).routes();
    }

    /** The way of a packet from wherever its sender's address is. */
    public TracedPath trace(Packet packet) {
        return tracer.trace(packet);
    }

    /** The way of a packet that a device sends itself. */
    public TracedPath traceFrom(String device, Packet packet) {
        return tracer.fromDevice(device, packet);
    }

    /** The address that a device puts into a packet that it sends to another address; null when it has no way there. */
    public @Nullable IpAddress sourceAddress(String device, IpAddress to) {
        Port owner = segments.owner(to);
        if (owner != null && owner.device().equals(device)) {
            return to;
        }
        Route route = tables.table(device).towards(to);
        if (route == null || route.discards()) {
            return null;
        }
        InterfaceAddress primary = DeviceFacts.named(device, description.devices())
                .port(route.nextHops().get(0).exit())
                .primary();
        return primary == null ? null : primary.address();
    }

    /** Whether an echo request of a device gets there and its answer comes back. */
    public boolean pings(String device, IpAddress to) {
        return answers(device, null, to, 0);
    }

    /**
     * Whether what a device sends gets there and its answer comes back.
     *
     * @param source one of the device's own addresses; null for the one that it would choose
     * @param port the TCP port that is asked; 0 for an echo request
     */
    public boolean answers(String device, @Nullable IpAddress source, IpAddress to, int port) {
        IpAddress from = source == null ? sourceAddress(device, to) : source;
        if (from == null || source != null && !owns(device, source)) {
            return false;
        }
        Packet request = Packet.asking(from, to, port);
        return traceFrom(device, request).delivered() && trace(request.answer()).delivered();
    }

    private boolean owns(String device, IpAddress address) {
        Port owner = segments.owner(address);
        return owner != null && owner.device().equals(device);
    }

    /** Lines of a device that the model does not take into account. */
    public List<UnmodelledLine> unmodelled(String device) {
        return DeviceFacts.named(device, description.devices()).unmodelled();
    }

    /** What is contradictory in the network, so that the model's answer may not be the real one. Sentences. */
    public List<String> problems() {
        List<String> problems = new ArrayList<>();
        if (!tables.settled()) {
            problems.add("Routes go on changing each other; what is shown is one of several states that come by.");
        }
        for (DeviceFacts device : description.devices().values()) {
            for (String other : ospf.sharingRouterId(device.device())) {
                if (device.device().compareTo(other) < 0) {
                    problems.add(device.device() + " and " + other + " have the same OSPF router ID "
                            + ospf.routerId(device.device()) + ".");
                }
            }
            missingFilters(device, problems);
            for (BgpSession session : bgpSessions(device.device())) {
                if (session.state() == BgpSession.State.UNKNOWN) {
                    problems.add(
                            "What " + session.neighbour() + " announces to " + device.device()
                                    + " is not known, since it is not a device of this network: routes from there are missing.");
                }
            }
        }
        sharedAddresses(problems);
        return problems;
    }

    private static void missingFilters(DeviceFacts device, List<String> problems) {
        for (InterfaceFacts i : device.interfaces().values()) {
            for (String name : new String[] {i.filterIn(), i.filterOut()}) {
                if (name != null && !device.filters().containsKey(name)) {
                    problems.add(device.device() + " " + i.name() + " uses the packet filter " + name
                            + ", which is not defined; it is taken to let everything pass.");
                }
            }
        }
        if (device.bgp() != null) {
            device.bgp().neighbours().forEach(n -> {
                for (String name :
                        new String[] {n.policy().filterIn(), n.policy().filterOut()}) {
                    if (name != null && !device.policy().prefixLists().containsKey(name)) {
                        problems.add(device.device() + " uses the prefix list " + name + " for " + n.address()
                                + ", which is not defined; it is taken to let everything pass.");
                    }
                }
            });
        }
        for (String name : device.policy().missing(routeMaps(device))) {
            problems.add(device.device() + " uses the route map " + name
                    + ", which is not defined; it is taken to let nothing pass.");
        }
    }

    private static List<String> routeMaps(DeviceFacts device) {
        List<String> used = new ArrayList<>();
        if (device.ospf() != null) {
            device.ospf().redistributions().forEach(r -> used.add(r.routeMap()));
        }
        if (device.bgp() != null) {
            device.bgp().networks().forEach(n -> used.add(n.routeMap()));
            device.bgp().redistributed().forEach(r -> used.add(r.routeMap()));
            device.bgp().neighbours().forEach(n -> {
                used.add(n.policy().routeMapIn());
                used.add(n.policy().routeMapOut());
            });
        }
        return used;
    }

    private void sharedAddresses(List<String> problems) {
        Map<IpAddress, Port> first = new HashMap<>();
        for (DeviceFacts device : description.devices().values()) {
            for (InterfaceFacts i : device.interfaces().values()) {
                Port port = new Port(device.device(), i.name());
                i.addresses().stream().filter(a -> segments.isUp(port)).forEach(a -> {
                    Port other = first.putIfAbsent(a.address(), port);
                    if (other != null) {
                        problems.add(other + " and " + port + " have the same address " + a.address() + ".");
                    }
                });
            }
        }
    }
}
