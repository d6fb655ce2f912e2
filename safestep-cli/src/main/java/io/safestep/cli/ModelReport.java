package io.safestep.cli;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.NetworkModel;
import io.safestep.core.network.bgp.BgpRoute;
import io.safestep.core.network.bgp.BgpSession;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.facts.UnmodelledLine;
import io.safestep.core.network.gateway.GatewayRole;
import io.safestep.core.network.ospf.OspfNeighbour;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.InterfaceState;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segment;
import io.safestep.core.network.trace.TracedPath;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What the network model computes, as values for JSON. {@code docs/formats.md} describes them. */
final class ModelReport {

    private final NetworkModel model;

    ModelReport(NetworkModel model) {
        this.model = model;
    }

    Map<String, Object> everything(boolean allInMatrix) {
        Map<String, Object> report = new LinkedHashMap<>();
        Map<String, Object> devices = new LinkedHashMap<>();
        model.devices().forEach(name -> devices.put(name, device(name)));
        report.put("devices", devices);
        report.put(
                "segments", model.segments().stream().map(ModelReport::segment).toList());
        report.put("reachability", reachability(allInMatrix));
        report.put("problems", model.problems());
        return report;
    }

    private Map<String, Object> device(String name) {
        DeviceFacts facts = DeviceFacts.named(name, model.description().devices());
        Map<String, Object> device = new LinkedHashMap<>();
        device.put(
                "interfaces",
                facts.interfaces().values().stream()
                        .map(i -> interfaceOf(name, i))
                        .toList());
        if (facts.ospf() != null) {
            Map<String, Object> ospf = new LinkedHashMap<>();
            ospf.put("routerId", text(model.ospfRouterId(name)));
            ospf.put("areas", model.ospfAreas(name));
            ospf.put(
                    "neighbours",
                    model.ospfNeighbours(name).stream()
                            .map(ModelReport::neighbour)
                            .toList());
            device.put("ospf", ospf);
        }
        if (facts.bgp() != null) {
            Map<String, Object> bgp = new LinkedHashMap<>();
            bgp.put("as", facts.bgp().as());
            bgp.put(
                    "sessions",
                    model.bgpSessions(name).stream().map(ModelReport::session).toList());
            bgp.put(
                    "routes",
                    model.bgpRoutes(name).stream().map(ModelReport::bgpRoute).toList());
            device.put("bgp", bgp);
        }
        device.put(
                "gateways",
                model.gatewayRoles(name).stream().map(ModelReport::gateway).toList());
        device.put("routes", model.routes(name).stream().map(ModelReport::route).toList());
        device.put("notModelled", notModelled(name));
        return device;
    }

    private Map<String, Object> interfaceOf(String device, InterfaceFacts facts) {
        InterfaceState state = model.interfaceState(new Port(device, facts.name()));
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("name", facts.name());
        value.put("kind", facts.kind().name().toLowerCase());
        value.put("up", state.up());
        value.put("reason", state.reason());
        value.put("addresses", facts.addresses().stream().map(Object::toString).toList());
        value.put("mtu", facts.mtu());
        return value;
    }

    private static Map<String, Object> neighbour(OspfNeighbour n) {
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("interface", n.own().name());
        value.put("area", n.area());
        value.put("device", n.far().device());
        value.put("farInterface", n.far().name());
        value.put("address", text(n.farAddress()));
        value.put("routerId", text(n.farRouterId()));
        value.put("state", n.state().name().toLowerCase().replace('_', '-'));
        value.put("reason", n.reason());
        return value;
    }

    private static Map<String, Object> session(BgpSession s) {
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("neighbour", text(s.neighbour()));
        value.put("device", s.farDevice());
        value.put("as", s.as());
        value.put("kind", s.external() ? "external" : "internal");
        value.put("state", s.state().name().toLowerCase());
        value.put("reason", s.reason());
        return value;
    }

    private static Map<String, Object> bgpRoute(BgpRoute r) {
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("prefix", r.prefix().toString());
        value.put("nextHop", text(r.nextHop()));
        value.put("path", r.path());
        value.put("origin", r.incomplete() ? "incomplete" : "igp");
        value.put("localPreference", r.localPreference());
        value.put("med", r.med());
        value.put("from", text(r.learnedFrom()));
        return value;
    }

    private static Map<String, Object> gateway(GatewayRole r) {
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("interface", r.port().name());
        value.put("group", r.id());
        value.put("shared", r.shared().stream().map(Object::toString).toList());
        value.put("role", r.state().name().toLowerCase());
        value.put("priority", r.priority());
        value.put("active", r.active() == null ? null : r.active().device());
        value.put("note", r.note());
        return value;
    }

    private static Map<String, Object> route(Route r) {
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("prefix", r.prefix().toString());
        value.put("source", r.source().name().toLowerCase().replace('_', '-'));
        value.put("distance", r.distance());
        value.put("metric", r.metric());
        value.put("discard", r.discards());
        List<Map<String, Object>> hops = new ArrayList<>();
        r.nextHops().forEach(h -> {
            Map<String, Object> hop = new LinkedHashMap<>();
            hop.put("via", text(h.via()));
            hop.put("interface", h.exit());
            hops.add(hop);
        });
        value.put("nextHops", hops);
        return value;
    }

    private Map<String, Object> notModelled(String device) {
        List<UnmodelledLine> lines = model.unmodelled(device);
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("lines", lines.size());
        value.put(
                "sentence",
                lines.isEmpty()
                        ? null
                        : lines.size() + (lines.size() == 1 ? " line" : " lines") + " in " + device
                                + (lines.size() == 1 ? " is" : " are") + " not modelled");
        value.put(
                "each",
                lines.stream()
                        .map(l -> Map.of("line", l.number(), "path", l.path(), "why", l.why()))
                        .toList());
        return value;
    }

    private static Map<String, Object> segment(Segment s) {
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("interfaces", s.interfaces().stream().map(ModelReport::port).toList());
        value.put("hosts", s.hosts().stream().map(Host::name).toList());
        value.put(
                "vlans",
                s.vlans().stream()
                        .map(v -> Map.of("device", v.device(), "vlan", v.vlan()))
                        .toList());
        return value;
    }

    private static Map<String, String> port(Port port) {
        return Map.of("device", port.device(), "interface", port.name());
    }

    /** From every address to every other: hosts, and of each device its first loopback address, else its first address. */
    private Map<String, Object> reachability(boolean all) {
        Map<String, IpAddress> ends = new LinkedHashMap<>();
        model.description().hosts().stream()
                .filter(h -> h.address() != null)
                .forEach(h -> ends.put(h.name(), h.address().address()));
        if (all) {
            model.devices().forEach(name -> {
                IpAddress address = addressOf(name);
                if (address != null) {
                    ends.put(name, address);
                }
            });
        }
        Map<String, Object> rows = new LinkedHashMap<>();
        ends.forEach((from, fromAddress) -> {
            Map<String, Object> row = new LinkedHashMap<>();
            ends.forEach((to, toAddress) -> {
                if (!from.equals(to)) {
                    TracedPath path = model.trace(Packet.ping(fromAddress, toAddress));
                    row.put(to, path.delivered() ? "delivered" : path.reason());
                }
            });
            rows.put(from, row);
        });
        Map<String, Object> value = new LinkedHashMap<>();
        Map<String, String> addresses = new LinkedHashMap<>();
        ends.forEach((name, address) -> addresses.put(name, address.toString()));
        value.put("addresses", addresses);
        value.put("from", rows);
        return value;
    }

    private @Nullable IpAddress addressOf(String device) {
        IpAddress first = null;
        for (InterfaceFacts i : DeviceFacts.named(device, model.description().devices())
                .interfaces()
                .values()) {
            boolean up = model.interfaceState(new Port(device, i.name())).up();
            if (up && i.primary() != null) {
                if (i.kind() == InterfaceFacts.Kind.LOOPBACK) {
                    return i.primary().address();
                }
                first = first == null ? i.primary().address() : first;
            }
        }
        return first;
    }

    static Map<String, Object> path(Packet packet, TracedPath path) {
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("from", packet.from().toString());
        value.put("to", packet.to().toString());
        value.put("delivered", path.delivered());
        value.put("end", path.end().name().toLowerCase().replace('_', '-'));
        value.put("reason", path.reason());
        value.put("alternatives", path.alternatives());
        List<Map<String, Object>> hops = new ArrayList<>();
        path.hops().forEach(h -> {
            Map<String, Object> hop = new LinkedHashMap<>();
            hop.put("device", h.device());
            hop.put("in", h.entry());
            hop.put("out", h.exit());
            hop.put("via", text(h.via()));
            hop.put("route", h.route() == null ? null : h.route().toString());
            hops.add(hop);
        });
        value.put("hops", hops);
        return value;
    }

    private static @Nullable String text(@Nullable Object value) {
        return value == null ? null : value.toString();
    }
}
