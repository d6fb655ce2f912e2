package io.safestep.practice.network;

import io.safestep.practice.device.CorvaneConfig;
import io.safestep.practice.device.NetworkView;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.network.Routing.Adjacency;
import io.safestep.practice.network.Snapshot.Interface;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;

/**
 * The network as it is now, computed from what the devices hold at the moment of asking. A new adjacency needs a short
 * while before it is full, as on a real network.
 */
public final class LiveNetwork implements NetworkView {

    private static final Duration SETTLING = Duration.ofSeconds(3);

    private final Cabling cabling;
    private final Map<String, PracticeDevice> devices = new LinkedHashMap<>();
    private final Clock clock;
    private final Map<String, Instant> since = new HashMap<>();

    public LiveNetwork(Cabling cabling, Collection<PracticeDevice> devices, Clock clock) {
        this.cabling = cabling;
        this.clock = clock;
        devices.forEach(d -> this.devices.put(d.name(), d));
        Snapshot first = snapshot();
        Routing routing = new Routing(first, a -> true);
        for (String device : first.devices()) {
            routing.adjacencies(device).stream()
                    .filter(a -> a.reason() == null)
                    .forEach(a -> since.put(a.id(), Instant.MIN));
        }
    }

    private Snapshot snapshot() {
        Map<String, CorvaneConfig> configs = new HashMap<>();
        devices.forEach((name, device) -> configs.put(name, device.running()));
        return new Snapshot(cabling, configs);
    }

    /** Looks at every adjacency, so that one that went away and came back has to settle again. */
    private synchronized Routing now() {
        Snapshot snapshot = snapshot();
        Routing every = new Routing(snapshot, a -> true);
        Set<String> seen = new HashSet<>();
        Instant now = clock.instant();
        for (String device : snapshot.devices()) {
            for (Adjacency adjacency : every.adjacencies(device)) {
                if (adjacency.reason() == null) {
                    seen.add(adjacency.id());
                    since.putIfAbsent(adjacency.id(), now);
                }
            }
        }
        since.keySet().retainAll(seen);
        Map<String, Instant> ages = Map.copyOf(since);
        return new Routing(snapshot, a -> settled(ages.get(a.id()), now));
    }

    private static boolean settled(Instant since, Instant now) {
        return since != null
                && (since.equals(Instant.MIN) || !since.plus(SETTLING).isAfter(now));
    }

    /** To be called after every command in configuration mode, so that a short interruption is not overlooked. */
    public void configurationChanged() {
        now();
    }

    @Override
    public String neighbours(String device) {
        Routing routing = now();
        StringBuilder text = new StringBuilder("neighbour        over         state\n");
        for (Adjacency a : routing.adjacencies(device)) {
            String state = a.reason() != null ? "down, " + a.reason() : routing.settled(a) ? "full" : "loading";
            text.append("%-16s %-12s %s%n"
                    .formatted(Prefix.text(a.far().address().bits()), a.own().name(), state));
        }
        return trimmed(text);
    }

    @Override
    public String routes(String device) {
        StringBuilder text = new StringBuilder("network            next\n");
        for (Routing.Route route : now().routes(device)) {
            String next = route.via() == null ? "direct " + route.over() : "via " + route.via();
            text.append("%-18s %s%n".formatted(route.network(), next));
        }
        return trimmed(text);
    }

    @Override
    public String gateways(String device) {
        Routing routing = now();
        Snapshot snapshot = snapshot();
        StringBuilder text = new StringBuilder("group              role     shared\n");
        for (Interface i : snapshot.interfaces(device)) {
            for (String group : routing.groups(device, i.name())) {
                boolean active = routing.activeGateway(i, group)
                        .map(g -> g.device().equals(device))
                        .orElse(false);
                text.append("%-18s %-8s %s, priority %d%n"
                        .formatted(
                                i.name() + " group " + group,
                                active ? "active" : "standby",
                                routing.sharedAddress(i, group).orElse("none"),
                                routing.priority(i, group)));
            }
        }
        return trimmed(text);
    }

    @Override
    public String interfaces(String device) {
        Snapshot snapshot = snapshot();
        CorvaneConfig config = snapshot.config(device);
        StringBuilder text = new StringBuilder("interface     state     address\n");
        for (String header : config.headers()) {
            if (header.startsWith("interface ")) {
                String name = header.substring("interface ".length());
                text.append("%-13s %-9s %s%n"
                        .formatted(
                                name,
                                snapshot.status(device, name),
                                config.value(header, "address").orElse("none")));
            }
        }
        return trimmed(text);
    }

    @Override
    public String ping(String device, String address) {
        boolean answered = now().reaches(device, Prefix.address(address));
        return "asking " + address + " three times\nreceived " + (answered ? "3 of 3, about 4 ms" : "0 of 3");
    }

    private static String trimmed(StringBuilder text) {
        return text.toString().stripTrailing();
    }
}
