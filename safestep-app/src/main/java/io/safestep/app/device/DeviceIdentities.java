package io.safestep.app.device;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.platform.reading.DeviceIdentity;
import java.time.Clock;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who a device shows itself to be, by host key and serial number, and what a person decides when that is somebody else. */
@Service
@Transactional
public class DeviceIdentities {

    private final Devices devices;
    private final DeviceRepository repository;
    private final AuditLog audit;
    private final Clock clock;

    DeviceIdentities(Devices devices, DeviceRepository repository, AuditLog audit, Clock clock) {
        this.devices = devices;
        this.repository = repository;
        this.audit = audit;
        this.clock = clock;
    }

    /** Notes another host key than the trusted one. Nobody connects until somebody has decided about it. */
    public void offerHostKey(long deviceId, String hostKey) {
        Device device = devices.withId(deviceId);
        if (!hostKey.equals(device.offeredHostKey())) {
            device.offer(hostKey, clock.instant());
            audit.write(
                    AuditLog.SAFE_STEP,
                    device.name(),
                    "host key changed",
                    "Nothing is sent to it until a person decides.");
        }
    }

    /**
     * A person decides about a host key that a device has shown.
     *
     * @param offered the key that the person has seen
     */
    public void decideHostKey(String name, String offered, boolean accept, String reason, String person) {
        Device device = devices.named(name);
        if (device.offeredHostKey() == null || !device.offeredHostKey().equals(offered)) {
            throw ProblemException.moved("The host key that " + name
                    + " shows is not the one that you have looked at. Load the page again.");
        }
        device.decideHostKey(accept);
        audit.write(person, name, accept ? "host key accepted" : "host key kept", reason);
    }

    /** Takes what a device says of itself. Another serial number than the one on record is noted, not taken. */
    public void identify(long deviceId, DeviceIdentity identity) {
        Device device = devices.withId(deviceId);
        String before = device.seenSerial();
        device.identify(identity);
        if (device.seenSerial() != null && !device.seenSerial().equals(before)) {
            audit.write(
                    AuditLog.SAFE_STEP,
                    device.name(),
                    "other serial number seen",
                    "On record is " + device.serial() + ", seen was " + device.seenSerial() + ".");
        }
    }

    /** A person says that another box stands there now. */
    public void acceptSerial(String name, String seen, String person) {
        Device device = devices.named(name);
        if (device.seenSerial() == null || !device.seenSerial().equals(seen)) {
            throw ProblemException.moved("The serial number that " + name
                    + " shows is not the one that you have looked at. Load the page again.");
        }
        repository.findBySerial(seen).ifPresent(d -> {
            throw ProblemException.refused("The serial number " + seen + " is on record for " + d.name() + ".");
        });
        String before = device.serial();
        device.acceptSeenSerial();
        audit.write(person, name, "serial number accepted", "Was " + before + ", is now " + seen + ".");
    }
}
