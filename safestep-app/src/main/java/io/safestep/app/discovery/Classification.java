package io.safestep.app.discovery;

import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.core.platform.reading.DeviceIdentity;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/** Tells what was found apart: known, new, another one than on record. One for each search. */
final class Classification {

    private final Map<String, Device> bySerial = new HashMap<>();
    private final Map<String, List<Device>> byAddress = new HashMap<>();
    private final Map<String, Device> byName = new HashMap<>();

    /** Serial numbers that this search has seen, to the address at which it was first. */
    private final Map<String, String> seenInSearch = new ConcurrentHashMap<>();

    Classification(Devices devices) {
        for (Device device : devices.snapshots()) {
            byAddress.computeIfAbsent(device.address(), a -> new ArrayList<>()).add(device);
            byName.put(device.name(), device);
            if (device.serial() != null) {
                bySerial.put(device.serial(), device);
            }
        }
    }

    record Verdict(
            ResultState state, String words, @Nullable Long deviceId) {}

    /** The devices on record at an address: several where each has a port of its own. */
    List<Device> onRecordAt(String address) {
        return byAddress.getOrDefault(address, List.of());
    }

    /** What a search that was interrupted had seen before. */
    void seenBefore(String serial, String address) {
        seenInSearch.putIfAbsent(serial, address);
    }

    /** @param here the device that is known where this one answers; null when none is */
    Verdict of(String address, DeviceIdentity identity, @Nullable Device here) {
        Device same = identity.serial() == null ? null : bySerial.get(identity.serial());
        if (same != null) {
            return same == here
                    ? new Verdict(ResultState.KNOWN, "Known as " + same.name() + ".", same.id())
                    : new Verdict(
                            here == null ? ResultState.ALSO_HERE : ResultState.CHANGED_IDENTITY,
                            here == null
                                    ? same.name() + " answers here too. On record it is at " + same.address() + "."
                                    : "On record " + here.name() + " is here, and " + same.name() + " answers.",
                            here == null ? same.id() : here.id());
        }
        if (here != null) {
            return atRecordedAddress(here, identity);
        }
        Device namesake = identity.name() == null ? null : byName.get(identity.name());
        if (namesake != null) {
            return new Verdict(
                    ResultState.CHANGED_IDENTITY,
                    "It calls itself " + namesake.name() + ", which on record is at " + namesake.address()
                            + serialInWords(namesake) + ".",
                    namesake.id());
        }
        String first = identity.serial() == null ? null : seenInSearch.putIfAbsent(identity.serial(), address);
        return first == null || first.equals(address)
                ? new Verdict(ResultState.NEW, "Not known yet.", null)
                : new Verdict(ResultState.ALSO_HERE, "The same device as at " + first + ".", null);
    }

    private static Verdict atRecordedAddress(Device here, DeviceIdentity identity) {
        if (here.serial() == null || identity.serial() == null) {
            boolean sameName = here.name().equals(identity.name());
            return new Verdict(
                    sameName ? ResultState.KNOWN : ResultState.CHANGED_IDENTITY,
                    sameName
                            ? "Known as " + here.name() + "; its serial number was not on record."
                            : "On record " + here.name() + " is here; this one calls itself " + identity.name() + ".",
                    here.id());
        }
        return new Verdict(
                ResultState.CHANGED_IDENTITY,
                "On record " + here.name() + " is here" + serialInWords(here) + ". This one has serial number "
                        + identity.serial() + ".",
                here.id());
    }

    private static String serialInWords(Device device) {
        return device.serial() == null ? "" : " with serial number " + device.serial();
    }
}
