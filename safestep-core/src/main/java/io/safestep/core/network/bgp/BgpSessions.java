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

    /**
     * A session from one side.
     *
     * @param far the other side; null while the session is not established
     */
    record Ends(
            BgpSession session,
            Neighbour settings,
            @Nullable FarEnd far) {}

    /**
     * The other side of an established session.
     *
     * @param listener the address to which it tells
     * @param settings what it has set for the session
     */
    record FarEnd(Speaker speaker, IpAddress listener, Neighbour settings) {}

    List<Ends> of(Speaker device) {
        List<Ends> sessions = new ArrayList<>();
        for (Neighbour neighbour : device.bgp().neighbours()) {
            sessions.add(session(device, neighbour));
        }
        return sessions;
    }

    private Ends session(Speaker device, Neighbour neighbour) {
        boolean external = neighbour.as() != device.as();
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
        if (!segments.isUp(owner)) {
            return down(
                    device,
                    null,
                    neighbour,
                    owner.device(),
                    owner + " is down: " + segments.state(owner).reason());
        }
        String refusal = refusal(device, neighbour, owner.device());
        if (refusal != null) {
            return down(device, null, neighbour, owner.device(), refusal);
        }
        Speaker far = Speaker.of(devices.get(owner.device())).orElse(null);
        if (far == null) {
            return down(device, null, neighbour, owner.device(), owner.device() + " runs no BGP.");
        }
        Match match = match(device, neighbour, far).orElse(null);
        if (match == null) {
            return down(device, null, neighbour, far.device(), noMatch(device, neighbour, far));
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
                        new FarEnd(far, match.own, match.far))
                : down(device, match.own, neighbour, far.device(), obstacle);
    }

    private static Ends down(
            Speaker device, @Nullable IpAddress own, Neighbour neighbour, String farDevice, String reason) {
        return ends(device, own, neighbour, farDevice, State.DOWN, reason);
    }

    private static Ends ends(
            Speaker device,
            @Nullable IpAddress own,
            Neighbour neighbour,
            @Nullable String farDevice,
            State state,
            String reason) {
        boolean external = neighbour.as() != device.as();
        return new Ends(
                new BgpSession(
                        device.device(), own, neighbour.address(), farDevice, neighbour.as(), external, state, reason),
                neighbour,
                null);
    }

    /** The interface that is configured with the address, up or not. */
    private @Nullable Port ownerOf(IpAddress address) {
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

    private static @Nullable String refusal(Speaker device, Neighbour neighbour, String far) {
        if (!neighbour.enabled()) {
            return device.device() + " has switched the session off.";
        }
        if (neighbour.as() == 0) {
            return device.device() + " does not say in which autonomous system " + neighbour.address() + " is.";
        }
        if (far.equals(device.device())) {
            return neighbour.address() + " is an address of " + device.device() + " itself.";
        }
        return null;
    }

    /** @param far the other side's settings for this session */
    private record Match(IpAddress own, Neighbour far) {}

    /** Either side may open the connection: with the address that it sends from, to the address that it has configured. */
    private Optional<Match> match(Speaker device, Neighbour neighbour, Speaker far) {
        Optional<IpAddress> own = source(device, neighbour);
        if (own.isPresent()) {
            Optional<Match> settings = far.bgp().neighbours().stream()
                    .filter(n -> n.address().equals(own.get()))
                    .findFirst()
                    .map(n -> new Match(own.get(), n));
            if (settings.isPresent()) {
                return settings;
            }
        }
        for (Neighbour candidate : far.bgp().neighbours()) {
            Port owner = segments.owner(candidate.address());
            boolean mine = owner != null && owner.device().equals(device.device());
            if (mine && source(far, candidate).equals(Optional.of(neighbour.address()))) {
                return Optional.of(new Match(candidate.address(), candidate));
            }
        }
        return Optional.empty();
    }

    private String noMatch(Speaker device, Neighbour neighbour, Speaker far) {
        return source(device, neighbour)
                .map(own -> far.device() + " has no neighbour " + own + " configured.")
                .orElseGet(() -> device.device() + " has no route to " + neighbour.address() + ".");
    }

    /** The address that a device sends from to a neighbour. */
    private Optional<IpAddress> source(Speaker device, Neighbour neighbour) {
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

    private static @Nullable String disagreement(
            Speaker device, Neighbour neighbour, Speaker far, Neighbour farSettings) {
        if (!farSettings.enabled()) {
            return far.device() + " has switched the session off.";
        }
        if (neighbour.as() != far.as()) {
            return asDiffers(device, neighbour, far);
        }
        if (farSettings.as() != device.as()) {
            return asDiffers(far, farSettings, device);
        }
        return Objects.equals(neighbour.key(), farSettings.key()) ? null : "The keys are not the same.";
    }

    private static String asDiffers(Speaker device, Neighbour neighbour, Speaker far) {
        return device.device() + " expects autonomous system " + neighbour.as() + ", " + far.device() + " is in "
                + far.as() + ".";
    }

    private boolean shareSubnet(String device, IpAddress own, Port farPort, IpAddress far) {
        Port ownPort = segments.owner(own);
        return ownPort != null
                && ownPort.device().equals(device)
                && segments.around(ownPort).interfaces().contains(farPort)
                && segments.facts(ownPort).addresses().stream()
                        .anyMatch(a -> a.prefix().contains(far));
    }

    private @Nullable String unreachable(String device, String farDevice, IpAddress own, IpAddress far) {
        Packet packet = new Packet(own, far, Packet.TCP, ANY_HIGH_PORT, BGP_PORT);
        TracedPath there = tracer.fromDevice(device, packet);
        if (!there.mayArrive()) {
            return "Packets do not get to " + far + ": " + there.reason();
        }
        TracedPath back = tracer.fromDevice(farDevice, packet.answer());
        return back.mayArrive() ? null : "Packets do not get back to " + own + ": " + back.reason();
    }
}
