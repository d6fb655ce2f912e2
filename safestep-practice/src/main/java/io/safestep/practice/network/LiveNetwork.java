package io.safestep.practice.network;

import io.safestep.core.address.IpAddress;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.NetworkDescription;
import io.safestep.core.network.NetworkModel;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.ospf.OspfNeighbour;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.InterfaceState;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.NetworkView;
import io.safestep.practice.device.PracticeDevice;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicLong;
import org.jspecify.annotations.Nullable;

/**
 * The network as it is now, computed from what the devices hold at the moment of asking. A new adjacency needs a short
 * while before it is full, as on a real network.
 */
public final class LiveNetwork implements NetworkView {

    private static final Duration SETTLING = Duration.ofSeconds(3);

    private final NetworkPlan plan;
    private final Map<String, PracticeDevice> devices = new LinkedHashMap<>();
    private final Map<String, List<Link>> linksOf = new HashMap<>();
    private final Map<String, Platform> platforms = new HashMap<>();
    private final Map<String, Known> facts = new HashMap<>();

    /** Adjacencies that have come up and are not at rest yet, with the moment at which they came up. */
    private final Map<Link, Instant> rising = new HashMap<>();

    private final Clock clock;
    private final LastingNeighbours lasting = new LastingNeighbours();

    private final AtomicLong stamp = new AtomicLong();
    private final Map<String, Boolean> reachable = new HashMap<>();

    private long seen = -1;
    private Map<String, DeviceFacts> read = Map.of();
    private Set<String> off = Set.of();

    /** The network when every adjacency has had its time, and the adjacencies that are full in it. */
    private NetworkModel settled;

    private Set<Link> full = Set.of();
    private Set<Link> held = Set.of();
    private NetworkModel model;

    private record Platform(ConfigEngine engine, FactReader reader) {}

    /** What was read from a device's configuration, and which version of the device that was. */
    private record Known(long version, DeviceFacts facts) {}

    public LiveNetwork(NetworkPlan plan, Collection<PracticeDevice> devices, Clock clock) {
        this.plan = plan;
        this.clock = clock;
        devices.forEach(d -> {
            this.devices.put(d.name(), d);
            d.onChange(stamp::incrementAndGet);
        });
        for (Link link : plan.file().links()) {
            linksOf.computeIfAbsent(link.one().device(), d -> new ArrayList<>()).add(link);
            linksOf.computeIfAbsent(link.other().device(), d -> new ArrayList<>())
                    .add(link);
        }
        for (PlatformProfile profile : ShippedProfiles.all()) {
            platforms.put(profile.name(), new Platform(new ConfigEngine(profile.language()), new FactReader(profile)));
        }
        settle(offNow(), clock.instant());
        rising.clear();
        model = settled;
    }

    /** To be called after every change, so that a short interruption is not overlooked. */
    public void changed() {
        model();
    }

    /** The network at this moment. Computed anew only when something has changed that the network depends on. */
    public synchronized NetworkModel model() {
        Instant instant = clock.instant();
        boolean changed = false;
        // Losing power moves the stamp; having it back does not.
        if (stamp.get() != seen || off.stream().anyMatch(d -> !device(d).isOff())) {
            changed = settle(offNow(), instant);
        }
        Set<Link> heldNow = heldNow(instant);
        if (changed || !heldNow.equals(held)) {
            held = heldNow;
            model = held.isEmpty() ? settled : new NetworkModel(description(held));
            reachable.clear();
        }
        return model;
    }

    private Set<String> offNow() {
        Set<String> now = new HashSet<>();
        devices.values().stream().filter(PracticeDevice::isOff).forEach(d -> now.add(d.name()));
        return now;
    }

    /** @return whether the network is another one than before */
    private boolean settle(Set<String> offNow, Instant instant) {
        long now = stamp.get();
        Map<String, DeviceFacts> readNow = new TreeMap<>();
        devices.forEach((name, device) -> readNow.put(name, factsOf(device)));
        seen = now;
        if (settled != null && offNow.equals(off) && readNow.equals(read)) {
            return false;
        }
        off = offNow;
        read = readNow;
        settled = new NetworkModel(description(Set.of()));
        Set<Link> before = full;
        full = full(settled);
        rising.keySet().retainAll(full);
        full.stream().filter(pair -> !before.contains(pair)).forEach(pair -> {
            rising.put(pair, instant);
            note(pair, "came up");
        });
        before.stream().filter(pair -> !full.contains(pair)).forEach(pair -> note(pair, "is gone"));
        return true;
    }

    /** Both ends write down what became of the neighbour. */
    private void note(Link pair, String what) {
        for (Port end : List.of(pair.one(), pair.other())) {
            device(end.device()).log().note("neighbour over " + end.name() + " " + what);
        }
    }

    /** Neighbours that have come up a moment ago, or that a fault keeps down. Asked for every piece that passes. */
    private Set<Link> heldNow(Instant instant) {
        rising.entrySet().removeIf(e -> !isYoung(e.getValue(), instant) && !staysDown(e.getKey()));
        return rising.isEmpty() ? Set.of() : Set.copyOf(rising.keySet());
    }

    private static boolean isYoung(Instant since, Instant instant) {
        return since.plus(SETTLING).isAfter(instant);
    }

    private boolean staysDown(Link pair) {
        return staysDown(pair.one()) || staysDown(pair.other());
    }

    private NetworkDescription description(Set<Link> adjacenciesHeld) {
        return new NetworkDescription(
                read, plan.file().links(), plan.file().hosts(), new Conditions(off, Set.of(), adjacenciesHeld));
    }

    private boolean staysDown(Port port) {
        return device(port.device()).has(Fault.NEIGHBOUR_STAYS_DOWN);
    }

    private PracticeDevice device(String name) {
        return Objects.requireNonNull(devices.get(name));
    }

    private DeviceFacts factsOf(PracticeDevice device) {
        long version = device.version();
        Known known = facts.get(device.name());
        if (known == null || known.version() != version) {
            Platform platform = Objects.requireNonNull(platforms.get(device.platform()));
            String text = device.running().described();
            known = new Known(
                    version,
                    platform.reader().read(device.name(), platform.engine().read(text)));
            facts.put(device.name(), known);
        }
        return known.facts();
    }

    private static Set<Link> full(NetworkModel model) {
        Set<Link> pairs = new HashSet<>();
        for (String device : model.devices()) {
            for (OspfNeighbour n : model.ospfNeighbours(device)) {
                if (n.state() == OspfNeighbour.State.FULL && n.own().compareTo(n.far()) < 0) {
                    pairs.add(new Link(n.own(), n.far()));
                }
            }
        }
        return pairs;
    }

    /** Whether packets get from the watch room to the device and back. */
    public synchronized boolean isReachable(PracticeDevice device) {
        if (plan.watch() == null) {
            return !device.isOff();
        }
        NetworkModel now = model();
        return reachable.computeIfAbsent(device.name(), name -> isReachable(now, device));
    }

    private boolean isReachable(NetworkModel now, PracticeDevice device) {
        if (device.isOff()) {
            return false;
        }
        Host watch = plan.file().hosts().stream()
                .filter(h -> h.name().equals(plan.watch()))
                .findFirst()
                .orElseThrow();
        Packet packet = new Packet(
                Objects.requireNonNull(watch.address()).address(),
                IpAddress.parse(Objects.requireNonNull(device.address())),
                Packet.TCP,
                50_000,
                22);
        return now.trace(packet).delivered()
                && now.traceFrom(device.name(), packet.answer()).delivered();
    }

    @Override
    public List<Neighbour> neighbours(String device) {
        NetworkModel now = model();
        Set<Link> loading;
        synchronized (this) {
            loading = held;
        }
        List<Neighbour> really = now.ospfNeighbours(device).stream()
                .filter(n -> n.area() != null)
                .map(n -> neighbour(n, loading))
                .toList();
        String seconds = device(device).fault(Fault.NEIGHBOURS_OUTLAST).orElse(null);
        if (seconds == null) {
            lasting.forget(device);
            return really;
        }
        Duration timer = Duration.ofSeconds(seconds.matches("\\d{1,4}") ? Long.parseLong(seconds) : 40);
        return lasting.shown(device, really, timer, clock.instant());
    }

    private static Neighbour neighbour(OspfNeighbour n, Set<Link> held) {
        boolean loading = held.contains(new Link(n.own(), n.far())) || held.contains(new Link(n.far(), n.own()));
        String state = loading ? "loading" : n.state().name().toLowerCase().replace('_', '-');
        return new Neighbour(
                n.farAddress().toString(),
                n.own().name(),
                "ospf",
                state,
                loading || n.reason() == null ? "" : reason(n.reason()));
    }

    /** The model's sentence as a device would put it: without capital and full stop. */
    private static String reason(String sentence) {
        String start = sentence.substring(0, 1).toLowerCase() + sentence.substring(1);
        return start.endsWith(".") ? start.substring(0, start.length() - 1) : start;
    }

    @Override
    public List<NetworkRoute> routes(String device) {
        return model().routes(device).stream().map(LiveNetwork::route).toList();
    }

    private static NetworkRoute route(Route route) {
        String over = route.discards() ? "" : route.nextHops().get(0).exit();
        String next = route.discards()
                ? "discard"
                : String.join(
                        ",",
                        route.nextHops().stream()
                                .map(h -> h.via() == null ? "direct" : h.via().toString())
                                .toList());
        return new NetworkRoute(
                route.prefix().toString(),
                next,
                over,
                route.source().name().toLowerCase().replace('_', '-'),
                route.distance(),
                route.metric());
    }

    @Override
    public List<GatewayState> gateways(String device) {
        return model().gatewayRoles(device).stream()
                .map(r -> new GatewayState(
                        r.port().name(),
                        r.id(),
                        r.state().name().toLowerCase(),
                        String.join(
                                ",", r.shared().stream().map(Object::toString).toList()),
                        r.priority()))
                .toList();
    }

    /** Devices announce themselves on every link whose two ends are up (in the manner of IEEE 802.1AB). */
    @Override
    public List<LinkInfo> links(String device) {
        NetworkModel now = model();
        List<LinkInfo> heard = new ArrayList<>();
        for (Link link : linksOf.getOrDefault(device, List.of())) {
            Port own = link.one().device().equals(device) ? link.one() : link.other();
            Port far = link.across(own);
            if (far != null
                    && now.interfaceState(own).up()
                    && now.interfaceState(far).up()) {
                PracticeDevice other = device(far.device());
                String address = other.address() == null ? "" : other.address();
                heard.add(new LinkInfo(own.name(), other.hostname(), far.name(), address));
            }
        }
        return heard;
    }

    @Override
    public List<InterfaceInfo> interfaces(String device) {
        NetworkModel now = model();
        return Objects.requireNonNull(now.description().devices().get(device)).interfaces().values().stream()
                .map(i -> new InterfaceInfo(
                        i.name(),
                        state(i, now.interfaceState(new Port(device, i.name()))),
                        i.primary() == null ? "none" : i.primary().toString()))
                .toList();
    }

    private static String state(InterfaceFacts facts, InterfaceState state) {
        return !facts.enabled() ? "disabled" : state.up() ? "up" : "down";
    }

    @Override
    public boolean answers(String device, String address, int port, @Nullable String source) {
        return model().answers(device, source == null ? null : IpAddress.parse(source), IpAddress.parse(address), port);
    }
}
