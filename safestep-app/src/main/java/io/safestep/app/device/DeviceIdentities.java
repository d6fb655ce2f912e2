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

    private final DeviceRepository repository;
    private final AuditLog audit;
    private final Clock clock;

    DeviceIdentities(DeviceRepository repository, AuditLog audit, Clock clock) {
        this.repository = repository;
        this.audit = audit;
        this.clock = clock;
    }

    /** Notes another host key than the trusted one. Nobody connects until somebody has decided about it. */
    public void offerHostKey(long deviceId, String hostKey) {
        StoredDevice device = repository.withId(deviceId);
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
        StoredDevice device = repository.named(name);
        if (device.offeredHostKey() == null || !device.offeredHostKey().equals(offered)) {
            throw ProblemException.moved("The host key that " + name
                    + " shows is not the one that you have looked at. Load the page again.");
        }
        device.decideHostKey(accept);
        audit.write(person, name, accept ? "host key accepted" : "host key kept", reason);
    }

    /** Takes what a device says of itself. Another serial number than the one on record is noted, not taken. */
    public void identify(long deviceId, DeviceIdentity identity) {
        StoredDevice device = repository.withId(deviceId);
        String before = device.box().seenSerial();
        device.identify(identity);
        if (device.box().seenSerial() != null && !device.box().seenSerial().equals(before)) {
            audit.write(
                    AuditLog.SAFE_STEP,
                    device.name(),
                    "other serial number seen",
                    "On record is " + device.box().serial() + ", seen was "
                            + device.box().seenSerial() + ".");
        }
    }

    /** A person says that another box stands there now. */
    public void acceptSerial(String name, String seen, String person) {
        StoredDevice device = repository.named(name);
        if (device.box().seenSerial() == null || !device.box().seenSerial().equals(seen)) {
            throw ProblemException.moved("The serial number that " + name
                    + " shows is not the one that you have looked at. Load the page again.");
        }
        repository.findBySerial(seen).ifPresent(d -> {
            throw ProblemException.refused("The serial number " + seen + " is on record for " + d.name() + ".");
        });
        String before = device.box().serial();
        device.acceptSeenSerial();
        audit.write(person, name, "serial number accepted", "Was " + before + ", is now " + seen + ".");
    }
}
