package io.safestep.core.check;

import io.safestep.core.check.definition.Topic;
import io.safestep.core.network.facts.BgpFacts;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactsOfChange;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.facts.OspfFacts;
import io.safestep.core.platform.access.TimedSession;
import io.safestep.core.platform.reading.ReadCommand;
import java.util.HashSet;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How long the timers run, on one device of a change, before a session that the change has broken is given up: only then
 * does a table of neighbours show it. From both configurations and the platform's defaults; the longer of the two counts,
 * since the other end may still hold to it.
 */
public final class SessionTimers {

    private static final int LEAST_MARGIN_SECONDS = 3;

    /**
     * @param seconds for which a check has to stay right without a break; 0 for none
     * @param because the timer from which that comes, in words; empty for none
     */
    public record Stay(int seconds, String because) {

        public static final Stay NONE = new Stay(0, "");

        public Stay longer(Stay other) {
            return other.seconds > seconds ? other : this;
        }

        /** A tenth more than the timer, and a few seconds at least: devices reckon in ticks, and looks take a while. */
        private static Stay of(int timer, String because) {
            return timer == 0
                    ? NONE
                    : new Stay(
                            timer + Math.max(LEAST_MARGIN_SECONDS, (timer + 9) / 10), because + " of " + timer + " s");
        }
    }

    private final DeviceFacts before;
    private final DeviceFacts after;
    private final Set<String> interfaces;
    private final boolean ospf;
    private final boolean bgp;

    private SessionTimers(DeviceFacts before, DeviceFacts after, Set<String> interfaces, boolean ospf, boolean bgp) {
        this.before = before;
        this.after = after;
        this.interfaces = interfaces;
        this.ospf = ospf;
        this.bgp = bgp;
    }

    /** Of the sessions that a change may break. */
    public static SessionTimers of(FactsOfChange change) {
        DeviceFacts before = change.before();
        DeviceFacts after = change.after();
        Set<String> touched = new HashSet<>(change.differing("interface"));
        Set<Topic> topics = TouchedTopics.between(before, after);
        if (topics.contains(Topic.VLANS) || topics.contains(Topic.FILTERS)) {
            // Frames of any interface may go through what was touched.
            touched.addAll(before.interfaces().keySet());
            touched.addAll(after.interfaces().keySet());
        }
        after.interfaces().values().stream()
                .filter(i -> i.parent() != null && touched.contains(i.parent()))
                .map(InterfaceFacts::name)
                .toList()
                .forEach(touched::add);
        boolean bgp = !change.differing("bgp").isEmpty()
                || !Objects.equals(before.routes(), after.routes())
                || !Objects.equals(before.policy(), after.policy());
        return new SessionTimers(
                before, after, touched, !change.differing("ospf").isEmpty(), bgp);
    }

    /** For how long checks of a read command have to stay right. */
    public Stay stay(ReadCommand read) {
        Stay longest = read.stays() == 0 ? Stay.NONE : new Stay(read.stays(), "the profile's time for " + read.name());
        for (TimedSession session : read.rests()) {
            longest = longest.longer(
                    switch (session) {
                        case OSPF -> ospf(before).longer(ospf(after));
                        case BGP -> bgp(before).longer(bgp(after));
                        case VRRP -> vrrp(before).longer(vrrp(after));
                    });
        }
        return longest;
    }

    private Stay ospf(DeviceFacts facts) {
        Stay longest = Stay.NONE;
        for (InterfaceFacts port : facts.interfaces().values()) {
            if ((ospf || interfaces.contains(port.name())) && takesPart(facts.ospf(), port)) {
                longest = longest.longer(Stay.of(port.ospf().dead(), "dead interval on " + port.name()));
            }
        }
        return longest;
    }

    private static boolean takesPart(@Nullable OspfFacts process, InterfaceFacts port) {
        if (process == null || port.ospf() == null) {
            return false;
        }
        Boolean passive = port.ospf().passive();
        return !(passive == null ? process.passiveUnlessSaid() : passive)
                && (port.ospf().area() != null
                        || port.addresses().stream()
                                .anyMatch(a -> process.networks().stream()
                                        .anyMatch(n -> n.prefix().contains(a.address()))));
    }

    private Stay bgp(DeviceFacts facts) {
        Stay longest = Stay.NONE;
        if (facts.bgp() == null) {
            return longest;
        }
        for (BgpFacts.Neighbour neighbour : facts.bgp().neighbours()) {
            if (bgp || neighbour.source() != null && interfaces.contains(neighbour.source()) || isBehind(neighbour)) {
                longest = longest.longer(Stay.of(neighbour.holdTime(), "hold time with " + neighbour.address()));
            }
        }
        return longest;
    }

    /** In a subnet of an interface that is touched. */
    private boolean isBehind(BgpFacts.Neighbour neighbour) {
        return Stream.of(before, after)
                .flatMap(facts -> facts.interfaces().values().stream())
                .filter(port -> interfaces.contains(port.name()))
                .flatMap(port -> port.addresses().stream())
                .anyMatch(a -> a.prefix().contains(neighbour.address()));
    }

    /** Three intervals and a skew of less than one (RFC 5798, section 6.1); intervals are in hundredths of a second. */
    private Stay vrrp(DeviceFacts facts) {
        Stay longest = Stay.NONE;
        for (InterfaceFacts port : facts.interfaces().values()) {
            for (InterfaceFacts.VrrpGroup group : port.vrrp()) {
                if (interfaces.contains(port.name())) {
                    longest = longest.longer(
                            Stay.of((4 * group.interval() + 99) / 100, "master-down interval on " + port.name()));
                }
            }
        }
        return longest;
    }
}
