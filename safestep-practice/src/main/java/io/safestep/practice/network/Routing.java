package io.safestep.practice.network;

import io.safestep.practice.network.Snapshot.Interface;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Predicate;

/** Neighbours, routes and gateway roles that follow from a snapshot. */
final class Routing {

    /** @param reason why the neighbour is down, or null */
    record Adjacency(Interface own, Interface far, String reason) {
        String id() {
            return own.device() + "/" + own.name() + "-" + far.device() + "/" + far.name();
        }
    }

    /** @param via null for a network that is attached */
    record Route(Prefix network, String via, String over, int metric) {}

    private final Snapshot snapshot;
    private final Predicate<Adjacency> settled;

    /** @param settled whether an adjacency without a reason against it is old enough to be full */
    Routing(Snapshot snapshot, Predicate<Adjacency> settled) {
        this.snapshot = snapshot;
        this.settled = settled;
    }

    boolean settled(Adjacency adjacency) {
        return settled.test(adjacency);
    }

    /** Both ends that speak OSPF on one segment (RFC 2328, section 10.5: mask, area and key have to agree). */
    List<Adjacency> adjacencies(String device) {
        List<Adjacency> found = new ArrayList<>();
        for (Interface own : snapshot.interfaces(device)) {
            Optional<String> area = area(own);
            if (area.isPresent()) {
                for (Interface far : snapshot.sameSegment(own)) {
                    area(far)
                            .ifPresent(farArea ->
                                    found.add(new Adjacency(own, far, reason(own, far, area.get(), farArea))));
                }
            }
        }
        return found;
    }

    private String reason(Interface own, Interface far, String area, String farArea) {
        if (own.address().length() != far.address().length()
                || !own.address().network().equals(far.address().network())) {
            return "mask or network differs";
        }
        if (!area.equals(farArea)) {
            return "area differs";
        }
        return key(own.device()).equals(key(far.device())) ? null : "authentication differs";
    }

    private Optional<String> key(String device) {
        return snapshot.config(device).value("ospf 1", "authentication key");
    }

    private Optional<String> area(Interface i) {
        return snapshot.config(i.device()).lines("ospf 1").stream()
                .filter(line -> line.startsWith("area "))
                .map(line -> line.split(" "))
                .filter(words -> Prefix.parse(words[3]).contains(i.address().bits()))
                .max(Comparator.comparingInt(words -> Prefix.parse(words[3]).length()))
                .map(words -> words[1]);
    }

    /** The routing table: attached networks, static routes, then what full neighbours lead to, fewest hops first. */
    List<Route> routes(String device) {
        Map<String, Route> table = new TreeMap<>();
        for (Interface own : snapshot.interfaces(device)) {
            Prefix network = own.address().network();
            table.put(network.toString(), new Route(network, null, own.name(), 0));
        }
        for (String line : snapshot.config(device).lines("")) {
            String[] words = line.split(" ");
            if (words[0].equals("route")
                    && attached(device, Prefix.address(words[3])).isPresent()) {
                Prefix network = Prefix.parse(words[1]).network();
                table.putIfAbsent(network.toString(), new Route(network, words[3], "", 1));
            }
        }
        ospfRoutes(device).forEach(r -> table.putIfAbsent(r.network().toString(), r));
        List<Route> routes = new ArrayList<>(table.values());
        routes.sort(Comparator.comparingInt((Route r) -> r.network().bits() ^ Integer.MIN_VALUE)
                .thenComparingInt(r -> r.network().length()));
        return routes;
    }

    private List<Route> ospfRoutes(String device) {
        List<Route> found = new ArrayList<>();
        Map<String, Adjacency> firstHop = new HashMap<>();
        Map<String, Integer> distance = new HashMap<>(Map.of(device, 0));
        Deque<String> next = new ArrayDeque<>(List.of(device));
        while (!next.isEmpty()) {
            String at = next.poll();
            List<Adjacency> around = new ArrayList<>(adjacencies(at));
            around.sort(Comparator.comparingInt(a -> a.far().address().bits()));
            for (Adjacency adjacency : around) {
                String far = adjacency.far().device();
                if (adjacency.reason() == null && settled(adjacency) && !distance.containsKey(far)) {
                    distance.put(far, distance.get(at) + 1);
                    firstHop.put(far, at.equals(device) ? adjacency : firstHop.get(at));
                    next.add(far);
                    snapshot.interfaces(far).stream()
                            .filter(i -> area(i).isPresent())
                            .forEach(i -> found.add(new Route(
                                    i.address().network(),
                                    Prefix.text(
                                            firstHop.get(far).far().address().bits()),
                                    firstHop.get(far).own().name(),
                                    distance.get(far))));
                }
            }
        }
        return found;
    }

    private Optional<Interface> attached(String device, int address) {
        return snapshot.interfaces(device).stream()
                .filter(i -> i.address().contains(address))
                .max(Comparator.comparingInt(i -> i.address().length()));
    }

    /** The device that holds the shared address of a gateway group (RFC 5798, section 6.4: highest priority, then address). */
    Optional<Interface> activeGateway(Interface member, String group) {
        String shared = sharedAddress(member, group).orElse("");
        List<Interface> members = new ArrayList<>(snapshot.sameSegment(member));
        members.add(member);
        return members.stream()
                .filter(m -> sharedAddress(m, group).orElse(" ").equals(shared))
                .max(Comparator.comparingInt((Interface m) -> priority(m, group))
                        .thenComparingLong(
                                m -> Integer.toUnsignedLong(m.address().bits())));
    }

    Optional<String> sharedAddress(Interface i, String group) {
        return snapshot.config(i.device()).value("interface " + i.name(), "gateway-group " + group + " shared");
    }

    int priority(Interface i, String group) {
        return snapshot.config(i.device())
                .value("interface " + i.name(), "gateway-group " + group + " priority")
                .map(Integer::parseInt)
                .orElse(100);
    }

    List<String> groups(String device, String interfaceName) {
        return snapshot.config(device).lines("interface " + interfaceName).stream()
                .filter(l -> l.startsWith("gateway-group ") && l.contains(" shared "))
                .map(l -> l.split(" ")[1])
                .toList();
    }

    /** Whether a packet reaches the address and its answer comes back. */
    boolean reaches(String device, int target) {
        Optional<Integer> source = sourceTowards(device, target);
        return source.isPresent()
                && walk(device, target)
                        .map(end -> comesBack(end, target, source.get()))
                        .orElse(false);
    }

    private Optional<Integer> sourceTowards(String device, int target) {
        if (owns(device, target)) {
            return Optional.of(target);
        }
        return lookUp(device, target)
                .flatMap(r -> attached(device, r.via() == null ? target : Prefix.address(r.via())))
                .map(i -> i.address().bits());
    }

    private boolean comesBack(String end, int target, int source) {
        if (!end.startsWith("host:")) {
            return walk(end, source).isPresent();
        }
        Cabling.Host host = snapshot.cabling().hosts().stream()
                .filter(h -> Prefix.address(h.address()) == target)
                .findFirst()
                .orElseThrow();
        // A host hands everything to its gateway, or straight to the sender on its own segment.
        return snapshot.devices().stream()
                .filter(d -> owns(d, Prefix.address(host.gateway())))
                .findFirst()
                .flatMap(d -> walk(d, source))
                .isPresent();
    }

    /** Follows the routing tables; the name of the device or {@code host:NAME} at the end, or empty when it ends early. */
    private Optional<String> walk(String device, int target) {
        String at = device;
        for (int hops = 0; hops < 32; hops++) {
            if (owns(at, target)) {
                return Optional.of(at);
            }
            Optional<Route> route = lookUp(at, target);
            if (route.isEmpty()) {
                return Optional.empty();
            }
            int nextAddress = route.get().via() == null
                    ? target
                    : Prefix.address(route.get().via());
            Optional<Interface> out = attached(at, nextAddress);
            if (out.isEmpty()) {
                return Optional.empty();
            }
            Optional<Cabling.Host> host = snapshot.hostOn(at, out.get().vlan(), nextAddress);
            if (host.isPresent()) {
                return Optional.of("host:" + host.get().name());
            }
            Optional<String> next = snapshot.sameSegment(out.get()).stream()
                    .map(Interface::device)
                    .filter(d -> owns(d, nextAddress))
                    .findFirst();
            if (next.isEmpty()) {
                return Optional.empty();
            }
            at = next.get();
        }
        return Optional.empty();
    }

    private Optional<Route> lookUp(String device, int target) {
        return routes(device).stream()
                .filter(r -> r.network().contains(target))
                .max(Comparator.comparingInt(r -> r.network().length()));
    }

    private boolean owns(String device, int address) {
        for (Interface i : snapshot.interfaces(device)) {
            if (i.address().bits() == address) {
                return true;
            }
            for (String group : groups(device, i.name())) {
                boolean shared = sharedAddress(i, group).map(Prefix::address).equals(Optional.of(address));
                if (shared && activeGateway(i, group).map(Interface::device).equals(Optional.of(device))) {
                    return true;
                }
            }
        }
        return false;
    }
}
