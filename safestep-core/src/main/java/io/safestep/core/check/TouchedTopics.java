package io.safestep.core.check;

import io.safestep.core.check.definition.Topic;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactsOfChange;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.packet.PacketFilter;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;

/** Tells what a change of a configuration touches, by what the two configurations say about the network. */
public final class TouchedTopics {

    private final DeviceFacts before;
    private final DeviceFacts after;
    private final EnumSet<Topic> topics = EnumSet.noneOf(Topic.class);

    private TouchedTopics(DeviceFacts before, DeviceFacts after) {
        this.before = before;
        this.after = after;
    }

    /** Empty when the change is about nothing of the kind, such as a time server. */
    public static Set<Topic> between(DeviceFacts before, DeviceFacts after) {
        TouchedTopics touched = new TouchedTopics(before, after);
        touched.device();
        touched.interfaces();
        return touched.topics;
    }

    /**
     * The same of whole configurations: a line beneath an interface or a routing process touches routing, whether or not
     * the network model knows what it means.
     */
    public static Set<Topic> of(FactsOfChange change) {
        Set<Topic> topics = EnumSet.noneOf(Topic.class);
        topics.addAll(between(change.before(), change.after()));
        if (Stream.of("interface", "ospf", "bgp")
                .anyMatch(kind -> !change.differing(kind).isEmpty())) {
            topics.add(Topic.ROUTING);
        }
        return topics;
    }

    private void when(boolean differs, Topic... what) {
        if (differs) {
            topics.addAll(List.of(what));
        }
    }

    private void device() {
        when(!Objects.equals(before.ospf(), after.ospf()), Topic.ROUTING);
        when(!Objects.equals(before.bgp(), after.bgp()), Topic.ROUTING);
        when(!Objects.equals(before.routes(), after.routes()), Topic.ROUTING);
        when(!Objects.equals(before.policy(), after.policy()), Topic.ROUTING);
        when(!filters(before).equals(filters(after)), Topic.FILTERS);
        when(!Objects.equals(before.vlans(), after.vlans()), Topic.VLANS);
    }

    /** Lines above a filter that come or go move it, and touch it no more than that. */
    private static Map<String, PacketFilter> filters(DeviceFacts facts) {
        Map<String, PacketFilter> filters = new HashMap<>(facts.filters());
        filters.replaceAll((name, filter) -> filter.withoutLines());
        return filters;
    }

    private void interfaces() {
        Set<String> names = new HashSet<>(before.interfaces().keySet());
        names.addAll(after.interfaces().keySet());
        for (String name : names) {
            InterfaceFacts was = before.interfaces().get(name);
            InterfaceFacts is = after.interfaces().get(name);
            if (was == null || is == null) {
                when(true, Topic.INTERFACES, Topic.ROUTING);
                InterfaceFacts there = Objects.requireNonNull(was == null ? is : was);
                when(there.vlan() != 0 || there.isSwitchPort(), Topic.VLANS);
                when(!there.vrrp().isEmpty(), Topic.GATEWAYS);
            } else {
                both(was, is);
            }
        }
    }

    private void both(InterfaceFacts was, InterfaceFacts is) {
        when(was.enabled() != is.enabled() || was.mtu() != is.mtu(), Topic.INTERFACES, Topic.ROUTING);
        when(!was.addresses().equals(is.addresses()), Topic.INTERFACES, Topic.ROUTING);
        when(!Objects.equals(was.ospf(), is.ospf()), Topic.ROUTING);
        when(!was.vrrp().equals(is.vrrp()), Topic.GATEWAYS);
        when(
                was.accessVlan() != is.accessVlan()
                        || was.nativeVlan() != is.nativeVlan()
                        || !was.trunkVlans().equals(is.trunkVlans())
                        || was.vlan() != is.vlan()
                        || !Objects.equals(was.parent(), is.parent()),
                Topic.VLANS);
        when(
                !Objects.equals(was.filterIn(), is.filterIn()) || !Objects.equals(was.filterOut(), is.filterOut()),
                Topic.FILTERS);
    }
}
