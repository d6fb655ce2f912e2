package io.safestep.app.network;

import io.safestep.app.device.Devices;
import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which interface is connected to which. */
@Service
@Transactional
public class Cabling {

    private final CableRepository cables;
    private final NeighbouringMachineRepository machines;
    private final Devices devices;

    Cabling(CableRepository cables, NeighbouringMachineRepository machines, Devices devices) {
        this.cables = cables;
        this.machines = machines;
        this.devices = devices;
    }

    /** Notes a link unless one of its ends has a cable already. */
    public void ensure(Link link) {
        Long one = devices.named(link.one().device()).id();
        Long other = devices.named(link.other().device()).id();
        boolean taken = cables.findByOneDeviceIdOrOtherDeviceId(one, one).stream()
                        .anyMatch(c -> c.endsAt(one, link.one().name()))
                || cables.findByOneDeviceIdOrOtherDeviceId(other, other).stream()
                        .anyMatch(c -> c.endsAt(other, link.other().name()));
        if (!taken) {
            cables.save(new Cable(one, link.one().name(), other, link.other().name()));
        }
    }

    /** Notes what is connected to an interface of a device, unless it is known. */
    public void ensure(Host host) {
        Long device = devices.named(host.port().device()).id();
        boolean known = machines.findByDeviceId(device).stream()
                .anyMatch(m ->
                        m.interfaceName().equals(host.port().name()) && m.name().equals(host.name()));
        if (!known) {
            machines.save(new NeighbouringMachine(
                    host.name(), device, host.port().name(), text(host.address()), text(host.gateway())));
        }
    }

    private static @Nullable String text(@Nullable Object address) {
        return address == null ? null : address.toString();
    }

    /**
     * A link as one device sees it.
     *
     * @param farInterface null when it is not known
     * @param farIsDevice whether the other end is a device that Safe Step knows
     */
    public record CableEnd(
            String ownInterface, String far, @Nullable String farInterface, boolean farIsDevice) {}

    /** The links of a device, by its interface. */
    @Transactional(readOnly = true)
    public List<CableEnd> endsAt(long deviceId) {
        List<CableEnd> ends = new ArrayList<>();
        cables.findByOneDeviceIdOrOtherDeviceId(deviceId, deviceId).forEach(c -> {
            boolean one = c.oneDeviceId() == deviceId;
            ends.add(new CableEnd(
                    one ? c.oneInterface() : c.otherInterface(),
                    devices.withId(one ? c.otherDeviceId() : c.oneDeviceId()).name(),
                    one ? c.otherInterface() : c.oneInterface(),
                    true));
        });
        machines.findByDeviceId(deviceId)
                .forEach(m -> ends.add(new CableEnd(m.interfaceName(), m.name(), null, false)));
        ends.sort(Comparator.comparing(CableEnd::ownInterface));
        return ends;
    }

    @Transactional(readOnly = true)
    List<Link> links(Map<Long, String> names) {
        return cables.findAll().stream()
                .map(c -> new Link(
                        new Port(names.getOrDefault(c.oneDeviceId(), "?"), c.oneInterface()),
                        new Port(names.getOrDefault(c.otherDeviceId(), "?"), c.otherInterface())))
                .toList();
    }

    @Transactional(readOnly = true)
    List<Host> hosts(Map<Long, String> names) {
        return machines.findAll().stream()
                .map(m -> new Host(
                        m.name(),
                        m.address() == null ? null : InterfaceAddress.parse(m.address()),
                        m.gateway() == null ? null : IpAddress.parse(m.gateway()),
                        new Port(names.getOrDefault(m.deviceId(), "?"), m.interfaceName())))
                .toList();
    }
}
