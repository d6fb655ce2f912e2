package io.safestep.app.network;

import io.safestep.app.device.Devices;
import io.safestep.app.network.ComputedNetwork.Computed;
import io.safestep.core.network.NetworkModel;
import io.safestep.core.network.bgp.BgpSession;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.gateway.GatewayRole;
import io.safestep.core.network.ospf.OspfNeighbour;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.InterfaceState;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Lays out what the network model computes of a device. */
@Service
class DeviceStates {

    private final ComputedNetwork network;
    private final Devices devices;

    DeviceStates(ComputedNetwork network, Devices devices) {
        this.network = network;
        this.devices = devices;
    }

    DeviceState of(String name) {
        devices.named(name);
        Computed computed = network.current();
        NetworkModel model = computed.model();
        if (!model.devices().contains(name)) {
            String why = computed.missing().getOrDefault(name, "It was never backed up.");
            return new DeviceState(
                    name,
                    null,
                    "Nothing can be computed for " + name + ". " + why,
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of());
        }
        return new DeviceState(
                name,
                computed.takenAt().get(name),
                ComputedNetwork.gaps(computed),
                DeviceFacts.named(name, model.description().devices()).interfaces().values().stream()
                        .map(i -> interfaceRow(computed, name, i))
                        .toList(),
                model.ospfNeighbours(name).stream().map(DeviceStates::neighbour).toList(),
                model.bgpSessions(name).stream().map(DeviceStates::session).toList(),
                model.gatewayRoles(name).stream().map(DeviceStates::gateway).toList(),
                model.routes(name).stream().map(DeviceStates::route).toList(),
                model.unmodelled(name).stream()
                        .map(l -> new DeviceState.UnmodelledRow(l.number(), l.path(), l.why()))
                        .toList(),
                model.problems());
    }

    private static DeviceState.InterfaceRow interfaceRow(Computed computed, String device, InterfaceFacts facts) {
        NetworkModel model = computed.model();
        Port port = new Port(device, facts.name());
        InterfaceState state = model.interfaceState(port);
        return new DeviceState.InterfaceRow(
                facts.name(),
                facts.kind(),
                state.known() && state.up(),
                state.known(),
                state.reason(),
                facts.addresses().stream().map(Object::toString).toList(),
                facts.mtu(),
                vlans(facts),
                far(computed, port));
    }

    private static @Nullable String vlans(InterfaceFacts facts) {
        if (facts.accessVlan() > 0) {
            return Integer.toString(facts.accessVlan());
        }
        List<String> tagged =
                facts.trunkVlans().stream().sorted().map(String::valueOf).toList();
        return tagged.isEmpty() ? null : String.join(", ", tagged) + " tagged";
    }

    private static @Nullable String far(Computed computed, Port port) {
        NetworkModel model = computed.model();
        Stream<String> links = model.description().links().stream()
                .filter(l -> l.across(port) != null)
                .map((Link l) -> l.across(port)
                        + (computed.from().links().contains(l) ? "" : ", presumed: both are in one subnet"));
        Stream<String> hosts = model.description().hosts().stream()
                .filter(h -> h.port().equals(port))
                .map(Host::name);
        List<String> far = Stream.concat(links, hosts).toList();
        return far.isEmpty() ? null : String.join(", ", far);
    }

    private static DeviceState.NeighbourRow neighbour(OspfNeighbour n) {
        return new DeviceState.NeighbourRow(
                n.own().name(),
                n.far().device(),
                text(n.farAddress()),
                n.area() == null ? "" : Long.toString(n.area()),
                n.state(),
                n.reason());
    }

    private static DeviceState.SessionRow session(BgpSession s) {
        return new DeviceState.SessionRow(
                s.neighbour().toString(),
                s.farDevice(),
                s.as(),
                s.external() ? "external" : "internal",
                s.state(),
                s.reason());
    }

    private static DeviceState.GatewayRow gateway(GatewayRole r) {
        return new DeviceState.GatewayRow(
                r.port().name(),
                r.id(),
                r.shared().stream().map(Object::toString).toList(),
                r.state(),
                r.priority(),
                r.active() == null ? null : r.active().device(),
                r.note());
    }

    private static DeviceState.RouteRow route(Route r) {
        List<String> hops = r.discards()
                ? List.of("discarded")
                : r.nextHops().stream()
                        .map(h -> h.via() == null ? h.exit() : h.via() + " over " + h.exit())
                        .toList();
        return new DeviceState.RouteRow(r.prefix().toString(), r.source(), r.distance(), r.metric(), hops);
    }

    private static @Nullable String text(Object value) {
        return value == null ? null : value.toString();
    }
}
