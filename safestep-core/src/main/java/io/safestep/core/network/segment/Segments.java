package io.safestep.core.network.segment;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.segment.Segment.SwitchedVlan;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jgrapht.Graph;
import org.jgrapht.alg.connectivity.ConnectivityInspector;
import org.jgrapht.graph.DefaultEdge;
import org.jgrapht.graph.SimpleGraph;
import org.jspecify.annotations.Nullable;

/**
 * The state of every interface and the broadcast domains (IEEE 802.1Q, clause 6) that cables, VLANs and states make. A
 * spanning tree that keeps loops open is taken for granted: it does not change what hears what. The front door of this
 * package.
 */
public final class Segments {

    /** A place that frames pass: a VLAN inside a switch, an interface with an address of its own, or a host. */
    private record Place(String device, String name, int vlan) {}

    private static final int UNTAGGED = 0;

    private final Map<String, DeviceFacts> devices;
    private final InterfaceStates states;
    private final Graph<Place, DefaultEdge> graph = new SimpleGraph<>(DefaultEdge.class);
    private final Map<Port, Segment> byInterface = new HashMap<>();
    private final Map<String, Segment> byHost = new HashMap<>();
    private final Map<IpAddress, Port> owners = new HashMap<>();
    private final List<Segment> all = new ArrayList<>();

    public Segments(Map<String, DeviceFacts> devices, List<Link> links, List<Host> hosts, Conditions conditions) {
        this.devices = devices;
        this.states = new InterfaceStates(devices, links, hosts, conditions);
        Map<Place, Port> interfaces = addInterfaces();
        links.forEach(this::connect);
        Map<Place, Host> hostPlaces = new HashMap<>();
        hosts.forEach(host -> connect(host, hostPlaces));
        for (Set<Place> connected : new ConnectivityInspector<>(graph).connectedSets()) {
            collect(connected, interfaces, hostPlaces);
        }
        all.sort((a, b) -> order(a).compareTo(order(b)));
    }

    private static String order(Segment segment) {
        return segment.interfaces().isEmpty()
                ? "~" + segment.vlans() + segment.hosts()
                : segment.interfaces().get(0).toString();
    }

    /** Interfaces that have addresses, each at the place where its frames enter the network. */
    private Map<Place, Port> addInterfaces() {
        Map<Place, Port> interfaces = new HashMap<>();
        for (DeviceFacts device : devices.values()) {
            for (InterfaceFacts i : device.interfaces().values()) {
                Port port = new Port(device.device(), i.name());
                if (i.isSwitchPort()
                        || i.addresses().isEmpty()
                        || !states.state(port).up()) {
                    continue;
                }
                Place place = new Place(device.device(), i.name(), UNTAGGED);
                graph.addVertex(place);
                interfaces.put(place, port);
                i.addresses().forEach(a -> owners.merge(a.address(), port, (x, y) -> x.compareTo(y) < 0 ? x : y));
                if (i.kind() == InterfaceFacts.Kind.VLAN) {
                    join(place, vlanIn(device.device(), i.vlan()));
                }
            }
        }
        return interfaces;
    }

    private Place vlanIn(String device, int vlan) {
        return new Place(device, "", vlan);
    }

    private void join(Place one, Place other) {
        graph.addVertex(one);
        graph.addVertex(other);
        if (!one.equals(other)) {
            graph.addEdge(one, other);
        }
    }

    private void connect(Link link) {
        if (!states.state(link.one()).up() || !states.state(link.other()).up()) {
            return;
        }
        Map<Integer, Place> near = channels(link.one());
        Map<Integer, Place> far = channels(link.other());
        near.forEach((tag, place) -> {
            if (far.containsKey(tag)) {
                join(place, far.get(tag));
            }
        });
        // Switched VLANs exist on a port even when the other end does not take their frames.
        near.values().forEach(graph::addVertex);
        far.values().forEach(graph::addVertex);
    }

    private void connect(Host host, Map<Place, Host> hostPlaces) {
        Place place = new Place("", host.name(), UNTAGGED);
        graph.addVertex(place);
        hostPlaces.put(place, host);
        if (states.state(host.port()).up()) {
            Place attached = channels(host.port()).get(UNTAGGED);
            if (attached != null) {
                join(place, attached);
            }
        }
    }

    /** Where frames with each tag go that come in on a port. */
    private Map<Integer, Place> channels(Port port) {
        DeviceFacts device = devices.get(port.device());
        InterfaceFacts i = device == null ? null : device.interfaces().get(port.name());
        Map<Integer, Place> channels = new HashMap<>();
        if (device == null || i == null) {
            return channels;
        }
        if (i.isSwitchPort()) {
            i.trunkVlans().stream()
                    .filter(vlan -> vlan != i.nativeVlan() && knows(device, vlan))
                    .forEach(vlan -> channels.put(vlan, vlanIn(device.device(), vlan)));
            int untagged = i.nativeVlan() != 0 ? i.nativeVlan() : i.accessVlan();
            if (untagged != 0 && knows(device, untagged)) {
                channels.put(UNTAGGED, vlanIn(device.device(), untagged));
            }
            return channels;
        }
        channels.put(UNTAGGED, new Place(device.device(), i.name(), UNTAGGED));
        for (InterfaceFacts sub : device.interfaces().values()) {
            if (sub.kind() == InterfaceFacts.Kind.SUBINTERFACE
                    && port.name().equals(sub.parent())
                    && states.state(new Port(device.device(), sub.name())).up()) {
                channels.put(sub.vlan(), new Place(device.device(), sub.name(), UNTAGGED));
            }
        }
        return channels;
    }

    private static boolean knows(DeviceFacts device, int vlan) {
        return device.vlans() == null || device.vlans().contains(vlan);
    }

    private void collect(Set<Place> connected, Map<Place, Port> interfaces, Map<Place, Host> hostPlaces) {
        List<Port> ports = new ArrayList<>();
        List<Host> hosts = new ArrayList<>();
        Set<SwitchedVlan> vlans = new HashSet<>();
        for (Place place : connected) {
            if (interfaces.containsKey(place)) {
                ports.add(interfaces.get(place));
            } else if (hostPlaces.containsKey(place)) {
                hosts.add(hostPlaces.get(place));
            } else if (place.name().isEmpty()) {
                vlans.add(new SwitchedVlan(place.device(), place.vlan()));
            }
        }
        ports.sort(null);
        hosts.sort((a, b) -> a.name().compareTo(b.name()));
        Segment segment = new Segment(
                List.copyOf(ports), List.copyOf(hosts), vlans.stream().sorted().toList());
        ports.forEach(port -> byInterface.put(port, segment));
        hosts.forEach(host -> byHost.put(host.name(), segment));
        all.add(segment);
    }

    public List<Segment> all() {
        return List.copyOf(all);
    }

    public InterfaceState state(Port port) {
        return states.state(port);
    }

    public boolean isUp(Port port) {
        return states.state(port).up();
    }

    /** The broadcast domain of an interface; an empty one while the interface is down. */
    public Segment around(Port port) {
        return byInterface.getOrDefault(port, Segment.EMPTY);
    }

    /** The broadcast domain of a host; an empty one while its port is down. */
    public Segment around(Host host) {
        return byHost.getOrDefault(host.name(), Segment.EMPTY);
    }

    /** The interface that is up and has this address; null when there is none. Of several the first by name. */
    public @Nullable Port owner(IpAddress address) {
        return owners.get(address);
    }

    /** The facts about an interface that exists. */
    public InterfaceFacts facts(Port port) {
        return DeviceFacts.named(port.device(), devices).port(port.name());
    }
}
