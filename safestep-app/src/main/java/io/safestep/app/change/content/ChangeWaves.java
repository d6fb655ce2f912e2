package io.safestep.app.change.content;

import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.app.network.LinkDistances;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.LinkEnds;
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
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The waves of a change: computed from the network, or placed by a person within the laws. */
@Component
public class ChangeWaves {

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
    public List<WaveOrder.Wave> of(Change change) {
        return order(change).described(places(change));
    }

    /** What stands against the waves as they are. */
    public List<WaveOrder.Objection> objections(Change change) {
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
        Set<Long> ids = new HashSet<>();
        change.targets().stream()
                .filter(ChangeTarget::hasScript)
                .forEach(t -> ids.add(t.device().id()));
        List<Link> links = distances.linksAmong(ids);
        Map<String, End> ends = new HashMap<>();
        for (ChangeTarget target : change.targets()) {
            String name = target.device().name();
            if (links.stream()
                    .anyMatch(l ->
                            l.one().device().equals(name) || l.other().device().equals(name))) {
                ends.put(name, end(target));
            }
        }
        return links.stream()
                .filter(link -> touchedAtBoth(
                        link,
                        ends.get(link.one().device()),
                        ends.get(link.other().device())))
                .map(ChangeWaves::both)
                .distinct()
                .toList();
    }

    private static WaveOrder.Both both(Link link) {
        return new WaveOrder.Both(link.one().device(), link.other().device());
    }

    /**
     * A device at the end of a link.
     *
     * @param touched the parts of its configuration that its script touches
     */
    private record End(Set<String> touched, DeviceFacts before, DeviceFacts after) {

        /** Whether one of the parts is the interface. */
        boolean touches(Port port) {
            return touched.stream().anyMatch(part -> (part + " ").contains(" " + port.name() + " "));
        }
    }

    private End end(ChangeTarget target) {
        Device device = target.device();
        ConfigEngine engine = builds.engine(device);
        ConfigTree baseline = builds.baseline(device, target.baselineBackupId());
        Script script = engine.readScript(target.script());
        FactReader facts = builds.facts(device);
        return new End(
                engine.touchedGround(baseline, script).keySet(),
                facts.read(device.name(), baseline),
                facts.read(device.name(), engine.apply(baseline, script)));
    }

    /** A VLAN may be carried only before, or only after. */
    private static boolean touchedAtBoth(Link link, End one, End other) {
        return Stream.concat(
                        LinkEnds.over(link, one.before(), other.before()).stream(),
                        LinkEnds.over(link, one.after(), other.after()).stream())
                .anyMatch(pair -> one.touches(pair.one()) && other.touches(pair.other()));
    }
}
