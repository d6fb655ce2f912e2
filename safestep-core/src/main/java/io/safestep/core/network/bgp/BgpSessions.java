package io.safestep.core.network.bgp;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.bgp.BgpSession.State;
import io.safestep.core.network.facts.BgpFacts.Neighbour;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.route.RoutingTable;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segments;
import io.safestep.core.network.trace.PathTracer;
import io.safestep.core.network.trace.TracedPath;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Which sessions come up: both ends configured for each other (RFC 4271, section 8.2.1), the same keys, and packets that
 * get there and back; an external neighbour on a shared subnet unless multihop is set.
 */
final class BgpSessions {

    private static final int BGP_PORT = 179;
    private static final int ANY_HIGH_PORT = 49152;

    private final Map<String, DeviceFacts> devices;
    private final Segments segments;
    private final Function<String, RoutingTable> tables;
    private final PathTracer tracer;

    BgpSessions(
            Map<String, DeviceFacts> devices,
            Segments segments,
            Function<String, RoutingTable> tables,
            PathTracer tracer) {
        this.devices = devices;
        this.segments = segments;
        this.tables = tables;
        this.tracer = tracer;
    }

    /** A session from one side, with the settings of both. */
    record Ends(BgpSession session, Neighbour settings, Neighbour farSettings) {}

    List<Ends> of(DeviceFacts device) {
        List<Ends> sessions = new ArrayList<>();
        for (Neighbour neighbour : device.bgp().neighbours()) {
            sessions.add(session(device, neighbour));
        }
        return sessions;
    }

    private Ends session(DeviceFacts device, Neighbour neighbour) {
        boolean external = neighbour.as() != device.bgp().as();
        Port owner = ownerOf(neighbour.address());
        if (owner == null) {
            return ends(
                    device,
                    null,
                    neighbour,
                    null,
                    State.UNKNOWN,
                    "No device of this network has " + neighbour.address() + ".");
        }
        DeviceFacts far = devices.get(owner.device());
        if (!segments.isUp(owner)) {
            return down(
                    device,
                    null,
                    neighbour,
                    owner.device(),
                    owner + " is down: " + segments.state(owner).reason());
        }
        String refusal = refusal(device, neighbour, far);
        if (refusal != null) {
            return down(device, null, neighbour, owner.device(), refusal);
        }
        Match match = match(device, neighbour, far);
        if (match.far == null) {
            return down(device, null, neighbour, far.device(), match.reason);
        }
        String obstacle = disagreement(device, neighbour, far, match.far);
        if (obstacle == null && external && !(neighbour.multihop() && match.far.multihop())) {
            obstacle = shareSubnet(device.device(), match.own, owner, neighbour.address())
                    ? null
                    : "The two are on no shared subnet, and multihop is not set on both.";
        }
        if (obstacle == null) {
            obstacle = unreachable(device.device(), far.device(), match.own, neighbour.address());
        }
        return obstacle == null
                ? new Ends(
                        new BgpSession(
                                device.device(),
                                match.own,
                                neighbour.address(),
                                far.device(),
                                neighbour.as(),
                                external,
                                State.ESTABLISHED,
                                null),
                        neighbour,
                        match.far)
                : down(device, match.own, neighbour, far.device(), obstacle);
    }

    private static Ends down(DeviceFacts device, IpAddress own, Neighbour neighbour, String farDevice, String reason) {
        return ends(device, own, neighbour, farDevice, State.DOWN, reason);
    }

    private static Ends ends(
            DeviceFacts device, IpAddress own, Neighbour neighbour, String farDevice, State state, String reason) {
        boolean external = neighbour.as() != device.bgp().as();
        return new Ends(
                new BgpSession(
                        device.device(), own, neighbour.address(), farDevice, neighbour.as(), external, state, reason),
                neighbour,
                null);
    }

    /** The interface that is configured with the address, up or not. */
    private Port ownerOf(IpAddress address) {
        Port up = segments.owner(address);
        if (up != null) {
            return up;
        }
        for (DeviceFacts device : devices.values()) {
            for (InterfaceFacts i : device.interfaces().values()) {
                if (i.addresses().stream().anyMatch(a -> a.address().equals(address))) {
                    return new Port(device.device(), i.name());
                }
            }
        }
        return null;
    }

    private static String refusal(DeviceFacts device, Neighbour neighbour, DeviceFacts far) {
        if (!neighbour.enabled()) {
            return device.device() + " has switched the session off.";
        }
        if (neighbour.as() == 0) {
            return device.device() + " does not say in which autonomous system " + neighbour.address() + " is.";
        }
        if (far.device().equals(device.device())) {
            return neighbour.address() + " is an address of " + device.device() + " itself.";
        }
        return far.bgp() == null ? far.device() + " runs no BGP." : null;
    }

    /** @param far the other side's settings for this session; null when it has none */
    private record Match(IpAddress own, @Nullable Neighbour far, String reason) {}

    /** Either side may open the connection: with the address that it sends from, to the address that it has configured. */
    private Match match(DeviceFacts device, Neighbour neighbour, DeviceFacts far) {
        Optional<IpAddress> own = source(device, neighbour);
        if (own.isPresent()) {
            Neighbour settings = settingsFor(far, own.get());
            if (settings != null) {
                return new Match(own.get(), settings, null);
            }
        }
        for (Neighbour candidate : far.bgp().neighbours()) {
            Port owner = segments.owner(candidate.address());
            boolean mine = owner != null && owner.device().equals(device.device());
            if (mine && source(far, candidate).equals(Optional.of(neighbour.address()))) {
                return new Match(candidate.address(), candidate, null);
            }
        }
        return new Match(
                null,
                null,
                own.isPresent()
                        ? far.device() + " has no neighbour " + own.get() + " configured."
                        : device.device() + " has no route to " + neighbour.address() + ".");
    }

    private static Neighbour settingsFor(DeviceFacts device, IpAddress address) {
        return device.bgp().neighbours().stream()
                .filter(n -> n.address().equals(address))
                .findFirst()
                .orElse(null);
    }

    /** The address that a device sends from to a neighbour. */
    private Optional<IpAddress> source(DeviceFacts device, Neighbour neighbour) {
        String exit = neighbour.source();
        if (exit == null) {
            Route route = tables.apply(device.device()).towards(neighbour.address());
            if (route == null || route.discards()) {
                return Optional.empty();
            }
            exit = route.nextHops().get(0).exit();
        }
        InterfaceFacts facts = device.interfaces().get(exit);
        if (facts == null || facts.primary() == null || !segments.isUp(new Port(device.device(), exit))) {
            return Optional.empty();
        }
        // Of several addresses, the one on the subnet that is shared with the neighbour.
        return Optional.of(facts.addresses().stream()
                .filter(a -> a.prefix().contains(neighbour.address()))
                .findFirst()
                .orElse(facts.primary())
                .address());
    }

    private static String disagreement(
            DeviceFacts device, Neighbour neighbour, DeviceFacts far, Neighbour farSettings) {
        if (!farSettings.enabled()) {
            return far.device() + " has switched the session off.";
        }
        if (neighbour.as() != far.bgp().as()) {
            return asDiffers(device, neighbour, far);
        }
        if (farSettings.as() != device.bgp().as()) {
            return asDiffers(far, farSettings, device);
        }
        return Objects.equals(neighbour.key(), farSettings.key()) ? null : "The keys are not the same.";
    }

    private static String asDiffers(DeviceFacts device, Neighbour neighbour, DeviceFacts far) {
        return device.device() + " expects autonomous system " + neighbour.as() + ", " + far.device() + " is in "
                + far.bgp().as() + ".";
    }

    private boolean shareSubnet(String device, IpAddress own, Port farPort, IpAddress far) {
        Port ownPort = segments.owner(own);
        return ownPort != null
                && ownPort.device().equals(device)
                && segments.around(ownPort).interfaces().contains(farPort)
                && segments.facts(ownPort).addresses().stream()
                        .anyMatch(a -> a.prefix().contains(far));
    }

    private String unreachable(String device, String farDevice, IpAddress own, IpAddress far) {
        Packet packet = new Packet(own, far, Packet.TCP, ANY_HIGH_PORT, BGP_PORT);
        TracedPath there = tracer.fromDevice(device, packet);
        if (!there.mayArrive()) {
            return "Packets do not get to " + far + ": " + there.reason();
        }
        TracedPath back = tracer.fromDevice(farDevice, packet.answer());
        return back.mayArrive() ? null : "Packets do not get back to " + own + ": " + back.reason();
    }
}
