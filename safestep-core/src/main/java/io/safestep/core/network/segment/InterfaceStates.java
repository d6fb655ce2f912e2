package io.safestep.core.network.segment;

import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Which interfaces are up, and for those that are not, why. */
final class InterfaceStates {

    private final Map<String, DeviceFacts> devices;
    private final Conditions conditions;
    private final Map<Port, Link> links = new HashMap<>();
    private final Map<Port, Host> hosts = new HashMap<>();
    private final Map<Port, InterfaceState> states = new HashMap<>();

    InterfaceStates(Map<String, DeviceFacts> devices, List<Link> cabling, List<Host> hostList, Conditions conditions) {
        this.devices = devices;
        this.conditions = conditions;
        for (Link link : cabling) {
            links.put(link.one(), link);
            links.put(link.other(), link);
        }
        hostList.forEach(host -> hosts.put(host.port(), host));
        // Ports first: VLAN interfaces and subinterfaces depend on them.
        compute(InterfaceFacts.Kind.PORT);
        compute(InterfaceFacts.Kind.LOOPBACK);
        compute(InterfaceFacts.Kind.SUBINTERFACE);
        compute(InterfaceFacts.Kind.VLAN);
    }

    private void compute(InterfaceFacts.Kind kind) {
        for (DeviceFacts device : devices.values()) {
            for (InterfaceFacts i : device.interfaces().values()) {
                if (i.kind() == kind) {
                    states.put(new Port(device.device(), i.name()), stateOf(device, i));
                }
            }
        }
    }

    /** The state of an interface; one that no configuration mentions is down. */
    InterfaceState state(Port port) {
        return states.getOrDefault(port, InterfaceState.down("Its configuration says nothing about this interface."));
    }

    Map<Port, InterfaceState> all() {
        return states;
    }

    private InterfaceState stateOf(DeviceFacts device, InterfaceFacts i) {
        if (conditions.devicesOff().contains(device.device())) {
            return InterfaceState.down("The device is off.");
        }
        if (!i.enabled()) {
            return InterfaceState.down("It is disabled.");
        }
        return switch (i.kind()) {
            case LOOPBACK -> InterfaceState.UP;
            case PORT -> port(new Port(device.device(), i.name()));
            case SUBINTERFACE -> {
                if (i.parent() == null) {
                    yield InterfaceState.down("Nothing says which interface carries it.");
                }
                InterfaceState parent = state(new Port(device.device(), i.parent()));
                yield parent.up()
                        ? parent
                        : InterfaceState.down("The interface that carries it, " + i.parent() + ", is down.");
            }
            case VLAN -> vlan(device, i.vlan());
        };
    }

    private InterfaceState port(Port port) {
        Link link = links.get(port);
        if (link == null) {
            if (hosts.containsKey(port)) {
                return InterfaceState.UP;
            }
            return conditions.cablesUntold().contains(port.device())
                    ? InterfaceState.unknown("No cable to it is known, and the device tells of none.")
                    : InterfaceState.down("No cable to it is known.");
        }
        if (conditions.linksCut().contains(link)) {
            return InterfaceState.down("The cable carries nothing.");
        }
        Port far = link.across(port);
        if (far == null) {
            throw new IllegalStateException(port + " is not an end of " + link + ".");
        }
        DeviceFacts farDevice = devices.get(far.device());
        if (farDevice == null) {
            return InterfaceState.down("The device at the other end, " + far.device() + ", is not in this network.");
        }
        if (conditions.devicesOff().contains(far.device())) {
            return InterfaceState.down("The device at the other end, " + far.device() + ", is off.");
        }
        InterfaceFacts farInterface = farDevice.interfaces().get(far.name());
        if (farInterface == null) {
            return InterfaceState.down("The other end, " + far + ", is not configured.");
        }
        return farInterface.enabled()
                ? InterfaceState.UP
                : InterfaceState.down("The other end, " + far + ", is disabled.");
    }

    /** A VLAN interface is up while at least one port that is up carries its VLAN. */
    private InterfaceState vlan(DeviceFacts device, int vlan) {
        if (device.vlans() != null && !device.vlans().contains(vlan)) {
            return InterfaceState.down("The device does not know VLAN " + vlan + ".");
        }
        List<InterfaceState> carrying = device.interfaces().values().stream()
                .filter(i -> i.kind() == InterfaceFacts.Kind.PORT)
                .filter(i -> i.accessVlan() == vlan
                        || i.nativeVlan() == vlan
                        || i.trunkVlans().contains(vlan))
                .map(i -> state(new Port(device.device(), i.name())))
                .filter(InterfaceState::up)
                .toList();
        return carrying.stream()
                .filter(InterfaceState::known)
                .findFirst()
                .orElseGet(() -> carrying.isEmpty()
                        ? InterfaceState.down("No port that is up carries VLAN " + vlan + ".")
                        : InterfaceState.unknown(
                                "Of no port that carries VLAN " + vlan + " it is known whether it is up."));
    }
}
