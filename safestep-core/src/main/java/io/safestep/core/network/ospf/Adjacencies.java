package io.safestep.core.network.ospf;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.ospf.OspfNeighbour.State;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.packet.PacketFilter;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segment;
import io.safestep.core.network.segment.Segments;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Which interfaces become neighbours and how far they come: acceptance of packets and hellos (RFC 2328, sections 8.2 and
 * 10.5), the decision to become adjacent (10.4), exchange of descriptions (10.6).
 */
final class Adjacencies {

    private static final IpAddress ALL_OSPF_ROUTERS = IpAddress.parse("224.0.0.5");

    private final Map<String, DeviceFacts> devices;
    private final Map<Port, OspfPort> ports;
    private final Segments segments;
    private final Conditions conditions;
    private final Map<Segment, DesignatedRouters> designated = new HashMap<>();
    private final List<OspfNeighbour> neighbours = new ArrayList<>();

    Adjacencies(Map<String, DeviceFacts> devices, Map<Port, OspfPort> ports, Segments segments, Conditions conditions) {
        this.devices = devices;
        this.ports = ports;
        this.segments = segments;
        this.conditions = conditions;
        segments.all().forEach(this::compute);
    }

    /** Every pair twice, once from each side. */
    List<OspfNeighbour> neighbours() {
        return neighbours;
    }

    @Nullable
    DesignatedRouters designated(Segment segment) {
        return designated.get(segment);
    }

    private record Pair(Port one, Port other, @Nullable String obstacle) {}

    private void compute(Segment segment) {
        List<Port> interfaces = segment.interfaces();
        List<Pair> pairs = new ArrayList<>();
        List<OspfPort[]> heard = new ArrayList<>();
        for (int i = 0; i < interfaces.size(); i++) {
            for (int j = i + 1; j < interfaces.size(); j++) {
                Port one = interfaces.get(i);
                Port other = interfaces.get(j);
                if (!one.device().equals(other.device()) && mayMeet(one, other)) {
                    String obstacle = obstacle(one, other);
                    pairs.add(new Pair(one, other, obstacle));
                    OspfPort oneOspf = ports.get(one);
                    OspfPort otherOspf = ports.get(other);
                    if (obstacle == null && oneOspf != null && otherOspf != null) {
                        heard.add(new OspfPort[] {oneOspf, otherOspf});
                    }
                }
            }
        }
        DesignatedRouters elected = DesignatedRouters.elect(heard);
        designated.put(segment, elected);
        for (Pair pair : pairs) {
            add(pair, elected);
        }
    }

    /** One of them speaks OSPF there, the other one's device runs OSPF at all. */
    private boolean mayMeet(Port one, Port other) {
        return (speaks(one) || speaks(other)) && mayTakePart(one) && mayTakePart(other);
    }

    private boolean speaks(Port port) {
        OspfPort ospf = ports.get(port);
        return ospf != null && ospf.speaks();
    }

    /** Nothing is sent from an interface without an address. */
    private boolean mayTakePart(Port port) {
        return DeviceFacts.named(port.device(), devices).ospf() != null
                && segments.facts(port).primary() != null;
    }

    private void add(Pair pair, DesignatedRouters elected) {
        State state = State.DOWN;
        String reason = pair.obstacle;
        OspfPort one = ports.get(pair.one);
        OspfPort other = ports.get(pair.other);
        if (reason == null && one != null && other != null) {
            int smaller = Math.min(one.facts().mtu(), other.facts().mtu());
            int larger = Math.max(one.facts().mtu(), other.facts().mtu());
            if (!elected.becomeAdjacent(one, other)) {
                state = State.TWO_WAY;
                reason = elected.of(one) == null
                        ? "No router here may become designated router: all have priority 0."
                        : null;
            } else if (smaller != larger) {
                state = State.EXSTART;
                reason = "MTU differs: " + mtu(one) + ", " + mtu(other) + ".";
            } else {
                state = State.FULL;
                reason = one.pointToPoint() == other.pointToPoint()
                        ? null
                        : "Network type differs, so that no route leads over it: " + type(one) + ", " + type(other)
                                + ".";
            }
        }
        neighbours.add(seen(pair.one, pair.other, state, reason));
        neighbours.add(seen(pair.other, pair.one, state, reason));
    }

    private OspfNeighbour seen(Port own, Port far, State state, @Nullable String reason) {
        OspfPort ownOspf = ports.get(own);
        OspfPort farOspf = ports.get(far);
        return new OspfNeighbour(
                own,
                far,
                segments.facts(far).addresses().get(0).address(),
                farOspf == null ? null : farOspf.routerId(),
                ownOspf == null ? null : ownOspf.area(),
                state,
                reason);
    }

    private static String mtu(OspfPort port) {
        return port.port() + " has " + port.facts().mtu();
    }

    private static String type(OspfPort port) {
        return port.port() + " is " + (port.pointToPoint() ? "point-to-point" : "broadcast");
    }

    /** Why the two do not hear each other's hellos; null when they do. */
    private @Nullable String obstacle(Port onePort, Port otherPort) {
        OspfPort one = ports.get(onePort);
        OspfPort other = ports.get(otherPort);
        if (one == null || other == null) {
            return (one == null ? onePort : otherPort) + " does not take part in OSPF.";
        }
        if (!one.speaks() || !other.speaks()) {
            return (one.speaks() ? otherPort : onePort) + " is passive.";
        }
        if (one.area() != other.area()) {
            return "Area differs: " + onePort + " is in " + one.area() + ", " + otherPort + " in " + other.area() + ".";
        }
        if (!Objects.equals(one.key(), other.key())) {
            return one.key() == null || other.key() == null
                    ? "Authentication differs: only " + (one.key() == null ? otherPort : onePort) + " has it."
                    : "Authentication differs: the keys are not the same.";
        }
        String settings = settings(one, other);
        if (settings != null) {
            return settings;
        }
        if (one.routerId().equals(other.routerId())) {
            return "Both have the router ID " + one.routerId() + ".";
        }
        String filtered = filtered(one, other);
        if (filtered != null) {
            return filtered;
        }
        return conditions.holds(onePort, otherPort) ? "They have just begun to talk." : null;
    }

    /** What hello packets have to agree on (RFC 2328, section 10.5). */
    private static @Nullable String settings(OspfPort one, OspfPort other) {
        InterfaceFacts.OspfInterface a = one.facts().ospf();
        InterfaceFacts.OspfInterface b = other.facts().ospf();
        if (a.hello() != b.hello() || a.dead() != b.dead()) {
            return "Timers differ: " + timers(one) + ", " + timers(other) + ".";
        }
        if (one.stubArea() != other.stubArea()) {
            return "Only " + (one.stubArea() ? one : other).port() + " treats area " + one.area() + " as a stub area.";
        }
        // On a point-to-point link neither the mask nor the subnet counts (10.5 and 8.2).
        if (one.pointToPoint() && other.pointToPoint()) {
            return null;
        }
        if (one.address().length() != other.address().length()) {
            return "Mask differs: " + one.port() + " has " + one.address() + ", " + other.port() + " " + other.address()
                    + ".";
        }
        return one.address().prefix().equals(other.address().prefix())
                ? null
                : "Subnet differs: " + one.port() + " has " + one.address() + ", " + other.port() + " "
                        + other.address() + ".";
    }

    private static String timers(OspfPort port) {
        return port.port() + " has hello " + port.facts().ospf().hello() + " and dead "
                + port.facts().ospf().dead();
    }

    private @Nullable String filtered(OspfPort one, OspfPort other) {
        String first = dropped(one, other);
        return first != null ? first : dropped(other, one);
    }

    private @Nullable String dropped(OspfPort receiver, OspfPort sender) {
        String name = receiver.facts().filterIn();
        PacketFilter filter = name == null
                ? null
                : DeviceFacts.named(receiver.port().device(), devices).filters().get(name);
        if (filter == null) {
            return null;
        }
        IpAddress from = sender.address().address();
        boolean hello = filter.judge(new Packet(from, ALL_OSPF_ROUTERS, Packet.OSPF, 0, 0))
                .allowed();
        // Descriptions and requests go from address to address.
        boolean direct = filter.judge(new Packet(from, receiver.address().address(), Packet.OSPF, 0, 0))
                .allowed();
        return hello && direct ? null : "The filter " + name + " on " + receiver.port() + " drops OSPF packets.";
    }
}
