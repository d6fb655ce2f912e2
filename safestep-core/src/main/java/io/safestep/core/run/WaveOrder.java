package io.safestep.core.run;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jgrapht.Graph;
import org.jgrapht.alg.connectivity.ConnectivityInspector;
import org.jgrapht.graph.DefaultEdge;
import org.jgrapht.graph.SimpleGraph;
import org.jspecify.annotations.Nullable;

/**
 * The order in which devices are changed: the far end first, so that the way there is not cut before it is needed;
 * partners in different waves (law 6); both ends of a link that is touched at both in the same one; and a first small wave
 * before many.
 */
public final class WaveOrder {

    /** From the far end towards the middle of the network, where nobody knows how far away a device is. */
    private static final List<String> FAR_TO_NEAR =
            List.of("access", "relay", "edge", "firewall", "distribution", "core");

    private final Map<String, Member> members = new TreeMap<>();
    private final List<Both> ends;
    private final Settings settings;

    /**
     * @param device the device's name
     * @param role its role in lower case: core, distribution, access, edge, firewall, relay
     * @param partner the name of its partner, or null
     * @param hops over how many links it is away from the middle of the network; -1 when that is not known
     */
    public record Member(
            String device, String role, @Nullable String partner, int hops) {}

    /** Two devices whose lines belong together. */
    public record Both(String one, String other) {}

    /**
     * @param first how many devices the first wave holds at most; 0 for no small first wave
     * @param most how many devices any wave holds at most
     * @param pause how long to wait between two waves
     */
    public record Settings(int first, int most, Duration pause) {

        private static final int MANY = 5;
        private static final int USUAL_MOST = 20;

        public Settings {
            if (first < 0 || most < 1 || pause.isNegative()) {
                throw new IllegalArgumentException("A wave holds at least one device, and a pause is not negative.");
            }
        }

        /** What is done when nobody says anything: one device first when there are many. */
        public static Settings usual(int devices) {
            return new Settings(devices >= MANY ? 1 : 0, USUAL_MOST, Duration.ZERO);
        }
    }

    /**
     * @param number counted from 1
     * @param devices in the order of their names
     * @param why for people: what brought these devices together, and here
     */
    public record Wave(int number, List<String> devices, String why) {
        public Wave {
            devices = List.copyOf(devices);
        }
    }

    /** @param ends devices that touch the same link; who is not among the members is left out */
    public WaveOrder(Collection<Member> members, Collection<Both> ends, Settings settings) {
        members.forEach(m -> this.members.put(m.device(), m));
        this.ends = ends.stream()
                .filter(b -> this.members.containsKey(b.one()) && this.members.containsKey(b.other()))
                .toList();
        this.settings = settings;
    }

    /** Places every member; the same members always get the same places, in whatever order they come. */
    public List<Wave> waves() {
        List<List<Member>> waves = new ArrayList<>();
        for (List<Member> together : inseparable()) {
            List<Member> wave = IntStream.range(0, waves.size())
                    .filter(i -> fits(together, waves.get(i), i + 1))
                    .mapToObj(waves::get)
                    .findFirst()
                    .orElse(null);
            if (wave == null) {
                waves.add(new ArrayList<>(together));
            } else {
                wave.addAll(together);
            }
        }
        List<Wave> numbered = new ArrayList<>();
        waves.forEach(wave -> numbered.add(numbered(wave, numbered)));
        return numbered;
    }

    /**
     * The waves of an order that is given, with what can be said for each.
     *
     * @param given the number of the wave of each device
     */
    public List<Wave> described(Map<String, Integer> given) {
        Map<Integer, List<Member>> byNumber = members.values().stream()
                .collect(Collectors.groupingBy(m -> given.get(m.device()), TreeMap::new, Collectors.toList()));
        List<Wave> waves = new ArrayList<>();
        byNumber.values().forEach(wave -> waves.add(numbered(wave, waves)));
        return waves;
    }

    private boolean fits(List<Member> together, List<Member> wave, int number) {
        int most = number == 1 && settings.first() > 0 ? settings.first() : settings.most();
        return wave.size() + together.size() <= most
                && distance(wave.get(0)) == distance(together.get(0))
                && wave.stream().noneMatch(w -> together.stream().anyMatch(t -> partners(w, t)));
    }

    private Wave numbered(List<Member> wave, List<Wave> before) {
        return new Wave(
                before.size() + 1, wave.stream().map(Member::device).sorted().toList(), why(wave, before));
    }

    /** Groups that can't be torn apart, the farthest first; most of them hold one member. */
    private List<List<Member>> inseparable() {
        Graph<String, DefaultEdge> graph = new SimpleGraph<>(DefaultEdge.class);
        members.keySet().forEach(graph::addVertex);
        for (Both both : ends) {
            // Law 6 counts more: partners go one after the other.
            if (!both.one().equals(both.other()) && !partners(member(both.one()), member(both.other()))) {
                graph.addEdge(both.one(), both.other());
            }
        }
        List<List<Member>> groups = new ArrayList<>();
        for (var names : new ConnectivityInspector<>(graph).connectedSets()) {
            List<Member> group =
                    names.stream().map(members::get).sorted(farFirst()).toList();
            boolean partnersInside = group.stream().anyMatch(a -> group.stream().anyMatch(b -> partners(a, b)));
            if (partnersInside) {
                group.forEach(m -> groups.add(List.of(m)));
            } else {
                groups.add(group);
            }
        }
        groups.sort(Comparator.comparing((List<Member> g) -> g.get(0), farFirst()));
        return groups;
    }

    /** Of two partners the second goes first: by habit the first of a pair carries the traffic. */
    private static Comparator<Member> farFirst() {
        return Comparator.comparingInt(WaveOrder::distance)
                .reversed()
                .thenComparingInt(m -> FAR_TO_NEAR.indexOf(m.role()))
                .thenComparing(Member::device, Comparator.reverseOrder());
    }

    private Member member(String device) {
        return Objects.requireNonNull(members.get(device), device);
    }

    private static int distance(Member member) {
        return member.hops() >= 0 ? member.hops() : FAR_TO_NEAR.size() - 1 - FAR_TO_NEAR.indexOf(member.role());
    }

    private static boolean partners(Member one, Member other) {
        return other.device().equals(one.partner()) || one.device().equals(other.partner());
    }

    private String why(List<Member> wave, List<Wave> before) {
        List<String> earlier =
                before.stream().flatMap(w -> w.devices().stream()).toList();
        List<String> words = new ArrayList<>();
        if (before.isEmpty() && settings.first() > 0 && members.size() > wave.size()) {
            words.add(wave.size() == 1 ? "one alone before many" : "a few before many");
        }
        List<String> waitFor = wave.stream()
                .map(Member::partner)
                .filter(p -> p != null && earlier.contains(p))
                .sorted()
                .toList();
        if (!waitFor.isEmpty()) {
            words.add((waitFor.size() == 1 ? "partner of " : "partners of ") + String.join(", ", waitFor));
        }
        boolean bothEnds = ends.stream()
                .anyMatch(b -> wave.stream().anyMatch(m -> m.device().equals(b.one()))
                        && wave.stream().anyMatch(m -> m.device().equals(b.other())));
        if (bothEnds) {
            words.add("both ends of a link together");
        }
        if (words.isEmpty()) {
            int hops = wave.get(0).hops();
            words.add(hops > 0 ? hops + (hops == 1 ? " link" : " links") + " from the core" : "the middle last");
        }
        return String.join(", ", words);
    }

    /**
     * What is wrong with an order that a person made.
     *
     * @param wanted the number of the wave of each device
     */
    public List<Objection> objections(Map<String, Integer> wanted) {
        List<Objection> found = new ArrayList<>();
        for (Member member : members.values()) {
            Member partner = member.partner() == null ? null : members.get(member.partner());
            if (partner != null
                    && member.device().compareTo(partner.device()) < 0
                    && Objects.equals(wanted.get(member.device()), wanted.get(partner.device()))) {
                found.add(new Objection(
                        member.device(),
                        true,
                        member.device() + " and " + partner.device()
                                + " are partners and are never changed at the same time. Put one of them into another"
                                + " wave."));
            }
        }
        for (Both both : ends) {
            boolean apart = !Objects.equals(wanted.get(both.one()), wanted.get(both.other()));
            if (apart && !partners(member(both.one()), member(both.other()))) {
                found.add(new Objection(
                        both.one(),
                        false,
                        both.one() + " and " + both.other()
                                + " are changed at both ends of one link. In different waves,"
                                + " the link does not work between them."));
            }
        }
        nearBeforeFar(wanted).ifPresent(found::add);
        return found;
    }

    /** @param forbidden a law stands against it; else it is only unwise */
    public record Objection(String device, boolean forbidden, String sentence) {}

    private Optional<Objection> nearBeforeFar(Map<String, Integer> wanted) {
        Map<Integer, List<Member>> byWave = new HashMap<>(members.values().stream()
                .collect(Collectors.groupingBy(m -> wanted.get(m.device()), LinkedHashMap::new, Collectors.toList())));
        List<Integer> numbers = byWave.keySet().stream().sorted().toList();
        for (int i = 1; i < numbers.size(); i++) {
            for (Member later : byWave.getOrDefault(numbers.get(i), List.of())) {
                for (Member earlier : byWave.getOrDefault(numbers.get(i - 1), List.of())) {
                    if (later.hops() > earlier.hops() && earlier.hops() >= 0) {
                        return Optional.of(new Objection(
                                later.device(),
                                false,
                                later.device() + " is farther away than " + earlier.device()
                                        + " and comes after it: if something fails there, the way to it may be cut."));
                    }
                }
            }
        }
        return Optional.empty();
    }
}
