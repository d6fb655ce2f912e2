package io.safestep.app.change.content;

import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.change.stored.Together;
import io.safestep.app.device.Device;
import io.safestep.app.network.LinkDistances;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.LinkEnds;
import io.safestep.core.network.segment.Port;
import io.safestep.core.run.WaveOrder;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
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

    /**
     * Gives every target its wave.
     *
     * @param derived says what is touched, and so which devices belong together
     */
    void place(Change change, DerivedTargets derived) {
        change.belongTogether(bothEnds(change, derived));
        Map<String, Integer> places = new HashMap<>();
        if (change.order().byHand().isEmpty()) {
            order(change).waves().forEach(wave -> wave.devices().forEach(device -> places.put(device, wave.number())));
        } else {
            places.putAll(closedUp(change));
        }
        change.targets().forEach(t -> t.place(places.getOrDefault(t.device().name(), Integer.MAX_VALUE)));
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

    /**
     * The waves as they are.
     *
     * @param waves with the reason for each
     * @param objections what stands against them
     */
    public record Placed(List<WaveOrder.Wave> waves, List<WaveOrder.Objection> objections) {}

    public Placed of(Change change) {
        if (change.targets().isEmpty()) {
            return new Placed(List.of(), List.of());
        }
        WaveOrder order = order(change);
        Map<String, Integer> places = places(change);
        return new Placed(order.described(places), order.objections(places));
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
                        d.role().word(),
                        d.partner() == null ? null : d.partner().name(),
                        hops.getOrDefault(d.name(), -1)))
                .toList();
        List<WaveOrder.Both> both = change.together().stream()
                .map(t -> new WaveOrder.Both(t.one(), t.other()))
                .toList();
        return new WaveOrder(members, both, change.order().settings(members.size()));
    }

    private List<Together> bothEnds(Change change, DerivedTargets derived) {
        Map<String, ChangeTarget> written = new HashMap<>();
        change.targets().stream()
                .filter(ChangeTarget::hasScript)
                .forEach(t -> written.put(t.device().name(), t));
        List<Link> links = distances.linksAmong(
                written.values().stream().map(t -> t.device().id()).toList());
        Map<String, End> ends = new HashMap<>();
        links.stream()
                .flatMap(l -> Stream.of(l.one().device(), l.other().device()))
                .distinct()
                .map(written::get)
                .filter(Objects::nonNull)
                .map(ChangeTarget::device)
                .forEach(device -> derived.at(device).ifPresent(d -> ends.put(device.name(), end(device, d))));
        return links.stream()
                .filter(link -> touchedAtBoth(
                        link,
                        ends.get(link.one().device()),
                        ends.get(link.other().device())))
                .map(link -> new Together(link.one().device(), link.other().device()))
                .distinct()
                .toList();
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

    private End end(Device device, DerivedTargets.Derived derived) {
        DeviceBuild build = derived.build();
        return new End(
                builds.engine(device)
                        .touchedGround(build.baseline(), build.script())
                        .keySet(),
                derived.facts().before(),
                derived.facts().after());
    }

    /** A VLAN may be carried only before, or only after. */
    private static boolean touchedAtBoth(Link link, @Nullable End one, @Nullable End other) {
        if (one == null || other == null) {
            return false;
        }
        return Stream.concat(
                        LinkEnds.over(link, one.before(), other.before()).stream(),
                        LinkEnds.over(link, one.after(), other.after()).stream())
                .anyMatch(pair -> one.touches(pair.one()) && other.touches(pair.other()));
    }
}
