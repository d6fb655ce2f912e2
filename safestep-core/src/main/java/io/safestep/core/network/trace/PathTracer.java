package io.safestep.core.network.trace;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.gateway.GatewayRoles;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.packet.PacketFilter;
import io.safestep.core.network.route.NextHop;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.route.RoutingTable;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segment;
import io.safestep.core.network.segment.Segments;
import io.safestep.core.network.trace.TracedPath.End;
import io.safestep.core.network.trace.TracedPath.Hop;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Follows packets through routing tables, filters and segments (forwarding by RFC 1812, section 5.2). Filters look at
 * what comes in on an interface, and at what is sent on through one; not at what a device itself sends. Where routes have
 * equal alternatives, every one of them is followed: a packet counts as delivered when all of them deliver it, and the
 * way that is shown is the first that does not, else the first. The front door of this package.
 */
public final class PathTracer {

    private static final int MOST_HOPS = 64;
    private static final int MOST_WAYS = 256;

    private final Map<String, DeviceFacts> devices;
    private final Segments segments;
    private final List<Host> hosts;
    private final GatewayRoles gateways;
    private final Function<String, RoutingTable> tables;

    /** @param tables the routing table of a device */
    public PathTracer(
            Map<String, DeviceFacts> devices,
            Segments segments,
            List<Host> hosts,
            GatewayRoles gateways,
            Function<String, RoutingTable> tables) {
        this.devices = devices;
        this.segments = segments;
        this.hosts = hosts;
        this.gateways = gateways;
        this.tables = tables;
    }

    /** The way of a packet from wherever its sender's address is. */
    public TracedPath trace(Packet packet) {
        for (Host host : hosts) {
            if (host.has(packet.from())) {
                return fromHost(host, packet);
            }
        }
        Port owner = segments.owner(packet.from());
        if (owner != null) {
            return fromDevice(owner.device(), packet);
        }
        return fromSubnet(packet);
    }

    /** The way of a packet that a device sends itself. */
    public TracedPath fromDevice(String device, Packet packet) {
        Walk walk = new Walk(packet);
        walk.at(device, null, List.of());
        return walk.result();
    }

    private TracedPath fromHost(Host host, Packet packet) {
        Segment segment = segments.around(host);
        if (host.address() == null) {
            return new TracedPath(End.NO_START, host.name() + " has no address.", List.of(), 1);
        }
        if (!segments.isUp(host.port())) {
            return new TracedPath(End.NO_START, "The port of " + host.name() + " is down.", List.of(), 1);
        }
        Walk walk = new Walk(packet);
        if (host.address().prefix().contains(packet.to())) {
            walk.onSegment(segment, packet.to(), List.of());
        } else if (host.gateway() == null) {
            return new TracedPath(End.NO_ROUTE, host.name() + " has no gateway.", List.of(), 1);
        } else {
            walk.onSegment(segment, host.gateway(), List.of());
        }
        return walk.result();
    }

    /** From an address that nothing is known to have, on a subnet that is known: by the subnet's only router. */
    private TracedPath fromSubnet(Packet packet) {
        for (Segment segment : segments.all()) {
            List<Port> routers = segment.interfaces().stream()
                    .filter(p -> holdsSubnet(p, packet.from()))
                    .toList();
            if (routers.isEmpty()) {
                continue;
            }
            Walk walk = new Walk(packet);
            if (routers.stream().anyMatch(p -> holdsSubnet(p, packet.to()))) {
                walk.onSegment(segment, packet.to(), List.of());
                return walk.result();
            }
            IpAddress gateway = sharedGateway(routers);
            if (gateway == null && routers.size() > 1) {
                return new TracedPath(
                        End.NO_START,
                        "Nothing says which gateway " + packet.from() + " uses: there are " + routers.size()
                                + " routers on its subnet.",
                        List.of(),
                        1);
            }
            walk.onSegment(segment, gateway == null ? addressOn(routers.get(0), packet.from()) : gateway, List.of());
            return walk.result();
        }
        return new TracedPath(End.NO_START, "No subnet that is up holds " + packet.from() + ".", List.of(), 1);
    }

    private boolean holdsSubnet(Port port, IpAddress address) {
        return segments.facts(port).addresses().stream()
                .anyMatch(a -> a.prefix().contains(address) && a.length() < 32);
    }

    /** The address of the router on the subnet of another one. */
    private IpAddress addressOn(Port port, IpAddress other) {
        return segments.facts(port).addresses().stream()
                .filter(a -> a.prefix().contains(other))
                .findFirst()
                .orElseThrow()
                .address();
    }

    private @Nullable IpAddress sharedGateway(List<Port> routers) {
        return routers.stream()
                .flatMap(p -> segments.facts(p).vrrp().stream())
                .flatMap(g -> g.addresses().stream())
                .findFirst()
                .orElse(null);
    }

    /** All ways of one packet. */
    private final class Walk {
        private final Packet packet;
        private final List<TracedPath> ways = new ArrayList<>();

        Walk(Packet packet) {
            this.packet = packet;
        }

        TracedPath result() {
            TracedPath shown =
                    ways.stream().filter(w -> !w.delivered()).findFirst().orElse(ways.get(0));
            return new TracedPath(shown.end(), shown.reason(), shown.hops(), ways.size());
        }

        private void end(End end, String reason, List<Hop> before, @Nullable Hop last) {
            List<Hop> hops = new ArrayList<>(before);
            if (last != null) {
                hops.add(last);
            }
            ways.add(new TracedPath(end, reason, List.copyOf(hops), 1));
        }

        /** @param entry the interface by which the packet came in; null when the device itself sends it */
        void at(String device, @Nullable String entry, List<Hop> before) {
            Hop here = new Hop(device, entry, null, null, null);
            if (before.size() >= MOST_HOPS
                    || before.stream().anyMatch(h -> h.device().equals(device))) {
                end(End.LOOP, "The packet goes round in a circle and comes to " + device + " again.", before, here);
                return;
            }
            String dropped = entry == null ? null : dropped(device, entry, true);
            if (dropped != null) {
                end(End.FILTERED, dropped, before, here);
                return;
            }
            if (isOwn(device, packet.to())) {
                end(End.DELIVERED, device + " has " + packet.to() + ".", before, here);
                return;
            }
            Route route = tables.apply(device).towards(packet.to());
            if (route == null) {
                noRoute(device, before, here);
            } else if (route.discards()) {
                end(End.DISCARDED, device + " discards packets to " + route.prefix() + ".", before, here);
            } else {
                for (NextHop hop : route.nextHops()) {
                    if (ways.size() < MOST_WAYS) {
                        send(device, entry, route, hop, before);
                    }
                }
            }
        }

        /** A route may come by a cable of which nothing is known, where the device learns routes from others. */
        private void noRoute(String device, List<Hop> before, Hop here) {
            DeviceFacts facts = DeviceFacts.named(device, devices);
            Optional<String> untold = facts.ospf() == null && facts.bgp() == null
                    ? Optional.empty()
                    : facts.interfaces().keySet().stream()
                            .filter(name -> isUntold(new Port(device, name)))
                            .findFirst();
            if (untold.isPresent()) {
                end(
                        End.UNKNOWN,
                        "Whether " + device + " has a route to " + packet.to()
                                + " is not known: nothing tells what is at its " + untold.get() + ".",
                        before,
                        here);
            } else {
                end(End.NO_ROUTE, device + " has no route to " + packet.to() + ".", before, here);
            }
        }

        private void send(String device, @Nullable String entry, Route route, NextHop hop, List<Hop> before) {
            IpAddress next = hop.via() == null ? packet.to() : hop.via();
            Hop here = new Hop(device, entry, hop.exit(), next, route.prefix());
            String dropped = entry == null ? null : dropped(device, hop.exit(), false);
            if (dropped != null) {
                end(End.FILTERED, dropped, before, here);
                return;
            }
            List<Hop> hops = new ArrayList<>(before);
            hops.add(here);
            Port exit = new Port(device, hop.exit());
            onSegment(segments.around(exit), next, List.copyOf(hops));
        }

        /** Hands the packet to whoever has the next address on a segment. */
        void onSegment(Segment segment, IpAddress next, List<Hop> before) {
            for (Port port : segment.interfaces()) {
                boolean sender = !before.isEmpty()
                        && before.get(before.size() - 1).device().equals(port.device());
                if (!sender
                        && segments.facts(port).addresses().stream()
                                .anyMatch(a -> a.address().equals(next))) {
                    at(port.device(), port.name(), before);
                    return;
                }
            }
            Port holder = gateways.holder(segment, next);
            if (holder != null) {
                at(holder.device(), holder.name(), before);
                return;
            }
            for (Host host : segment.hosts()) {
                if (host.has(next)) {
                    boolean there = next.equals(packet.to());
                    end(
                            there ? End.DELIVERED : End.NOBODY_ANSWERS,
                            there
                                    ? host.name() + " has " + next + "."
                                    : host.name() + " has " + next + " and does not pass packets on.",
                            before,
                            null);
                    return;
                }
            }
            nobody(next, before);
        }

        private void nobody(IpAddress next, List<Hop> before) {
            String from = before.isEmpty()
                    ? "the sender"
                    : before.get(before.size() - 1).device();
            Hop last = before.isEmpty() ? null : before.get(before.size() - 1);
            if (last != null && last.exit() != null && isUntold(new Port(last.device(), last.exit()))) {
                end(
                        End.UNKNOWN,
                        "Whether " + next + " answers is not known: nothing tells what is at " + last.device() + " "
                                + last.exit() + ".",
                        before,
                        null);
                return;
            }
            boolean listed = segments.owner(next) != null || hosts.stream().anyMatch(h -> h.has(next));
            if (next.equals(packet.to()) && !listed && !isConfigured(next)) {
                end(
                        End.ON_SUBNET,
                        "The packet reaches the subnet; nothing is known to have " + next + ".",
                        before,
                        null);
            } else {
                end(
                        End.NOBODY_ANSWERS,
                        next + " does not answer on the subnet that " + from + " sends to.",
                        before,
                        null);
            }
        }

        private boolean isConfigured(IpAddress address) {
            return devices.values().stream()
                    .flatMap(d -> d.interfaces().values().stream())
                    .flatMap(i -> i.addresses().stream())
                    .map(InterfaceAddress::address)
                    .anyMatch(address::equals);
        }

        private @Nullable String dropped(String device, String interfaceName, boolean in) {
            DeviceFacts own = DeviceFacts.named(device, devices);
            InterfaceFacts facts = own.port(interfaceName);
            String name = in ? facts.filterIn() : facts.filterOut();
            PacketFilter filter = name == null ? null : own.filters().get(name);
            if (filter == null) {
                return null;
            }
            PacketFilter.Verdict verdict = filter.judge(packet);
            if (verdict.allowed()) {
                return null;
            }
            String where = verdict.rule() == null
                    ? "no rule allows it"
                    : "line " + verdict.rule().line();
            return "The filter " + name + " on " + device + " " + interfaceName + " drops it (" + where + ").";
        }
    }

    /** Whether nothing tells what is at an interface. */
    private boolean isUntold(Port port) {
        return !segments.state(port).known();
    }

    private boolean isOwn(String device, IpAddress address) {
        boolean own = DeviceFacts.named(device, devices).interfaces().values().stream()
                .filter(i -> i.addresses().stream().anyMatch(a -> a.address().equals(address)))
                .anyMatch(i -> segments.isUp(new Port(device, i.name())));
        return own || gateways.holds(device, address);
    }
}
