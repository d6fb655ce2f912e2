package io.safestep.app.change;

import io.safestep.app.device.Device;
import io.safestep.app.network.LinkDistances;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.core.run.WaveOrder;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The waves of a change: computed from the network, or placed by a person within the laws. */
@Component
class ChangeWaves {

    private final LinkDistances distances;
    private final DeviceBuilds builds;

    ChangeWaves(LinkDistances distances, DeviceBuilds builds) {
        this.distances = distances;
        this.builds = builds;
    }

    /** Gives every target its wave; needs the scripts, since what they touch says which devices belong together. */
    void place(Change change) {
        Map<String, Integer> places = new HashMap<>();
        if (change.order().byHand().isEmpty()) {
            order(change).waves().forEach(wave -> wave.devices().forEach(device -> places.put(device, wave.number())));
        } else {
            places.putAll(closedUp(change));
        }
        change.targets().forEach(t -> t.place(places.get(t.device().name())));
    }

    /** The numbers as a person gave them, without holes; devices that came since are in a wave of their own at the end. */
    private static Map<String, Integer> closedUp(Change change) {
        Map<String, Integer> wanted = change.order().byHand();
        Map<String, Integer> given = new TreeMap<>();
        change.targets()
                .forEach(t -> given.put(
                        t.device().name(), wanted.getOrDefault(t.device().name(), Integer.MAX_VALUE)));
        List<Integer> numbers = given.values().stream().distinct().sorted().toList();
        given.replaceAll((device, number) -> numbers.indexOf(number) + 1);
        return given;
    }

    /** The waves as they are, with the reason for each. */
    List<WaveOrder.Wave> of(Change change) {
        return order(change).described(places(change));
    }

    /** What stands against the waves as they are. */
    List<WaveOrder.Objection> objections(Change change) {
        return change.targets().isEmpty() ? List.of() : order(change).objections(places(change));
    }

    private static Map<String, Integer> places(Change change) {
        return change.targets().stream()
                .collect(Collectors.toMap(t -> t.device().name(), ChangeTarget::wave));
    }

    private WaveOrder order(Change change) {
        Map<String, Integer> hops = distances.fromTheCore();
        List<WaveOrder.Member> members = change.targets().stream()
                .map(ChangeTarget::device)
                .map(d -> new WaveOrder.Member(
                        d.name(),
                        d.role().name().toLowerCase(Locale.ROOT),
                        d.partner() == null ? null : d.partner().name(),
                        hops.getOrDefault(d.name(), -1)))
                .toList();
        return new WaveOrder(members, bothEnds(change), change.order().settings(members.size()));
    }

    private List<WaveOrder.Both> bothEnds(Change change) {
        Map<String, Set<String>> touched = new HashMap<>();
        Set<Long> ids = new HashSet<>();
        for (ChangeTarget target : change.targets()) {
            if (target.hasScript()) {
                ids.add(target.device().id());
                touched.put(target.device().name(), touched(target));
            }
        }
        return distances.linksAmong(ids).stream()
                .filter(link -> touches(touched, link.one()) && touches(touched, link.other()))
                .map(ChangeWaves::both)
                .distinct()
                .toList();
    }

    private static WaveOrder.Both both(Link link) {
        return new WaveOrder.Both(link.one().device(), link.other().device());
    }

    private Set<String> touched(ChangeTarget target) {
        Device device = target.device();
        ConfigEngine engine = builds.engine(device);
        return engine.touchedGround(
                        builds.baseline(device, target.baselineBackupId()), engine.readScript(target.script()))
                .keySet();
    }

    /** Whether one of the parts that a script touches is the interface. */
    private static boolean touches(Map<String, Set<String>> touched, Port port) {
        return touched.getOrDefault(port.device(), Set.of()).stream()
                .anyMatch(part -> (part + " ").contains(" " + port.name() + " "));
    }
}
