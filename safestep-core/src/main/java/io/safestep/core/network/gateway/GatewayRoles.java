package io.safestep.core.network.gateway;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.facts.InterfaceFacts.VrrpGroup;
import io.safestep.core.network.gateway.GatewayRole.State;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.packet.PacketFilter;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segment;
import io.safestep.core.network.segment.Segments;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Who answers for the shared addresses of gateways (RFC 5798, sections 5.2.4 and 6.4): among the members that hear each
 * other the one with the highest priority, then the highest address. The owner of a shared address has priority 255.
 * Preemption is taken for granted. The front door of this package.
 */
public final class GatewayRoles {

    private static final IpAddress ALL_VRRP_ROUTERS = IpAddress.parse("224.0.0.18");
    private static final int OWNER = 255;

    private final Map<String, DeviceFacts> devices;
    private final Segments segments;
    private final Map<Port, List<GatewayRole>> roles = new TreeMap<>();

    public GatewayRoles(Map<String, DeviceFacts> devices, Segments segments) {
        this.devices = devices;
        this.segments = segments;
        for (DeviceFacts device : devices.values()) {
            for (InterfaceFacts i : device.interfaces().values()) {
                for (VrrpGroup group : i.vrrp()) {
                    Port port = new Port(device.device(), i.name());
                    roles.computeIfAbsent(port, p -> new ArrayList<>()).add(role(new Member(port, i, group)));
                }
            }
        }
    }

    private record Member(Port port, InterfaceFacts facts, VrrpGroup group) {
        IpAddress address() {
            return facts.addresses().get(0).address();
        }

        int priority() {
            boolean owner =
                    facts.addresses().stream().anyMatch(a -> group.addresses().contains(a.address()));
            return owner ? OWNER : group.priority();
        }
    }

    /** All roles, by interface. */
    public List<GatewayRole> all() {
        return roles.values().stream().flatMap(List::stream).toList();
    }

    public List<GatewayRole> of(String device) {
        return all().stream().filter(r -> r.port().device().equals(device)).toList();
    }

    /** The interface in the segment that answers for a shared address; null when none does. Of several the first. */
    public @Nullable Port holder(Segment segment, IpAddress shared) {
        for (Port port : segment.interfaces()) {
            for (GatewayRole role : roles.getOrDefault(port, List.of())) {
                if (role.state() == State.ACTIVE && role.shared().contains(shared)) {
                    return port;
                }
            }
        }
        return null;
    }

    /** Whether the device answers for the shared address on any of its interfaces. */
    public boolean holds(String device, IpAddress shared) {
        return DeviceFacts.named(device, devices).interfaces().keySet().stream()
                .flatMap(name -> roles.getOrDefault(new Port(device, name), List.of()).stream())
                .anyMatch(r -> r.state() == State.ACTIVE && r.shared().contains(shared));
    }

    private GatewayRole role(Member member) {
        VrrpGroup group = member.group();
        if (!segments.isUp(member.port()) || member.facts().primary() == null) {
            String why = member.facts().primary() == null
                    ? "The interface has no address."
                    : segments.state(member.port()).reason();
            return new GatewayRole(
                    member.port(), group.id(), group.addresses(), State.DOWN, group.priority(), null, why);
        }
        List<Member> others = others(member);
        List<Member> heard =
                others.stream().filter(o -> obstacle(member, o) == null).toList();
        Member best = heard.stream()
                .filter(o -> o.priority() != 0)
                .max(Comparator.comparingInt(Member::priority).thenComparing(Member::address))
                .filter(o -> isBefore(o, member))
                .orElse(member);
        return new GatewayRole(
                member.port(),
                group.id(),
                group.addresses(),
                best.equals(member) ? State.ACTIVE : State.STANDBY,
                member.priority(),
                best.port(),
                note(member, others));
    }

    private static boolean isBefore(Member one, Member other) {
        return one.priority() != other.priority()
                ? one.priority() > other.priority()
                : one.address().compareTo(other.address()) > 0;
    }

    private List<Member> others(Member member) {
        List<Member> others = new ArrayList<>();
        for (Port port : segments.around(member.port()).interfaces()) {
            InterfaceFacts facts = segments.facts(port);
            if (!port.equals(member.port()) && facts.primary() != null) {
                facts.vrrp().stream()
                        .filter(g -> g.id() == member.group().id())
                        .forEach(g -> others.add(new Member(port, facts, g)));
            }
        }
        return others;
    }

    /** Why the member does not hear the other's advertisements; null when it does. */
    private @Nullable String obstacle(Member member, Member other) {
        if (!Objects.equals(member.group().key(), other.group().key())) {
            return "The keys of " + member.port() + " and " + other.port() + " are not the same.";
        }
        String name = member.facts().filterIn();
        PacketFilter filter = name == null
                ? null
                : DeviceFacts.named(member.port().device(), devices).filters().get(name);
        boolean dropped = filter != null
                && !filter.judge(new Packet(other.address(), ALL_VRRP_ROUTERS, Packet.VRRP, 0, 0))
                        .allowed();
        return dropped ? "The filter " + name + " on " + member.port() + " drops VRRP packets." : null;
    }

    private @Nullable String note(Member member, List<Member> others) {
        for (Member other : others) {
            String obstacle = obstacle(member, other);
            if (obstacle != null) {
                return obstacle;
            }
            if (!new HashSet<>(member.group().addresses())
                    .equals(new HashSet<>(other.group().addresses()))) {
                return "The shared addresses differ from those of " + other.port() + ".";
            }
        }
        return null;
    }
}
