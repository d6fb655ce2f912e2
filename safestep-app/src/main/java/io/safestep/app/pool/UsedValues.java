package io.safestep.app.pool;

import io.safestep.app.backup.Backups;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.network.ComputedNetwork;
import io.safestep.app.platform.Platforms;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.pool.NetworkUse;
import io.safestep.core.pool.NetworkUse.Used;
import io.safestep.core.pool.NumberPlace;
import io.safestep.core.pool.PoolKind;
import io.safestep.core.pool.Span;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * What is already used of the values of a pool: by the newest configuration of each device, and by what changes that have
 * not run yet would write.
 */
@Component
class UsedValues {

    private final ComputedNetwork network;
    private final Devices devices;
    private final Backups backups;
    private final Platforms platforms;
    private final PlannedFacts planned;

    /** Numbers by place, platform and hash of the text: a configuration that has not changed is not read again. */
    private final Map<String, Set<Long>> numbers = new ConcurrentHashMap<>();

    UsedValues(ComputedNetwork network, Devices devices, Backups backups, Platforms platforms, PlannedFacts planned) {
        this.network = network;
        this.devices = devices;
        this.backups = backups;
        this.platforms = platforms;
        this.planned = planned;
    }

    List<Used> of(StoredPool pool) {
        if (pool.kind() == PoolKind.NUMBER) {
            return pool.numberPlace().isEmpty() ? List.of() : numbers(pool.numberPlace());
        }
        List<DeviceFacts> facts = new ArrayList<>(network.configured().devices().values());
        planned.planned().forEach(p -> facts.add(platforms.facts(p.platform()).read(p.change(), p.lines())));
        NetworkUse use = new NetworkUse(facts);
        return switch (pool.kind()) {
            case ADDRESS -> withManagement(use.addresses());
            case PREFIX -> withManagement(use.prefixes());
            default -> use.vlans();
        };
    }

    /** The addresses under which devices are reached, also those without a configuration. */
    private List<Used> withManagement(List<Used> configured) {
        List<Used> used = new ArrayList<>(configured);
        for (Device device : devices.snapshots()) {
            if (WrittenForms.isAddress(device.address())) {
                int bits = IpAddress.parse(device.address()).bits();
                used.add(new Used(Span.of(Integer.toUnsignedLong(bits)), device.name()));
            }
        }
        return used;
    }

    private List<Used> numbers(String place) {
        NumberPlace where = new NumberPlace(place);
        Map<Long, Device> byId =
                devices.snapshots().stream().collect(Collectors.toMap(Device::id, Function.identity()));
        List<Used> used = new ArrayList<>();
        for (Backups.RunningCopy copy : backups.newestRunning()) {
            Device device = byId.get(copy.deviceId());
            if (device != null) {
                numbers.computeIfAbsent(
                                String.join(" ", place, device.platform(), copy.hash()),
                                k -> numbersIn(where, device, copy))
                        .forEach(n -> used.add(new Used(Span.of(n), device.name())));
            }
        }
        planned.planned().forEach(p -> where.in(p.lines()).forEach(n -> used.add(new Used(Span.of(n), p.change()))));
        return used;
    }

    private Set<Long> numbersIn(NumberPlace where, Device device, Backups.RunningCopy copy) {
        try {
            return where.in(platforms.engine(device.platform()).read(backups.text(copy.backupId())));
        } catch (ConfigSyntaxException e) {
            return Set.of(); // the pages about backups say that it can't be read
        }
    }
}
