package io.safestep.app.run;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.approval.Approvals;
import io.safestep.app.change.Change;
import io.safestep.app.change.Changes;
import io.safestep.app.device.Device;
import io.safestep.app.device.Stance;
import io.safestep.app.schedule.Freezes;
import io.safestep.app.schedule.Frozen;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.network.ownpath.OwnPath;
import io.safestep.core.platform.DeviceIdentity;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks, before a device is written to, whether anything has come up since the run began that speaks against it. */
@Component
class GatePhase {

    private final RunDeviceRepository devices;
    private final RunRepository runs;
    private final Changes changes;
    private final Approvals approvals;
    private final Freezes freezes;
    private final DeviceAccess access;
    private final TransactionTemplate transaction;
    private final Clock clock;

    GatePhase(
            RunDeviceRepository devices,
            RunRepository runs,
            Changes changes,
            Approvals approvals,
            Freezes freezes,
            DeviceAccess access,
            TransactionTemplate transaction,
            Clock clock) {
        this.devices = devices;
        this.runs = runs;
        this.changes = changes;
        this.approvals = approvals;
        this.freezes = freezes;
        this.access = access;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * @param objection null for none
     * @param partner its partner; null when it has none
     */
    private record Stored(String objection, Device device, Long partner, String partnerName) {}

    PhaseResult look(DeviceWork work) throws DeviceException {
        Stored stored = transaction.execute(t -> stored(work));
        if (stored.objection() != null) {
            return PhaseResult.failed(stored.objection() + "; nothing was written to this device");
        }
        Optional<String> partner = partnerObjection(stored);
        if (partner.isPresent()) {
            return PhaseResult.failed(partner.get() + "; nothing was written to this device");
        }
        return work.visits().visit(work.deviceId(), session -> onTheDevice(work, stored, session));
    }

    private Stored stored(DeviceWork work) {
        RunDevice device = devices.findById(work.runDeviceId()).orElseThrow();
        Run run = device.run();
        Change change = changes.withId(run.changeId());
        Device entity = device.device();
        Device partner = entity.partner();
        return new Stored(
                objection(run, change, device),
                entity,
                partner == null ? null : partner.id(),
                partner == null ? null : partner.name());
    }

    private String objection(Run run, Change change, RunDevice device) {
        Instant now = clock.instant();
        if (!run.seal().equals(change.seal()) || !approvals.approved(change, run.seal())) {
            return "the seal on the approvals is not that of what would be sent";
        }
        if (!now.isBefore(run.window().end())) {
            return "the window has closed";
        }
        List<Frozen> frozen =
                change.isEmergency() ? List.of() : freezes.over(List.of(device.device()), now, now.plusMillis(1));
        if (!frozen.isEmpty()) {
            return "the freeze " + frozen.get(0).name() + " holds for "
                    + frozen.get(0).scope();
        }
        if (device.device().stance() != Stance.MANAGED) {
            return "its stance is observe by now: Safe Step may not write to it";
        }
        if (!runs.claimedBy(device.deviceId()).filter(run.id()::equals).isPresent()) {
            return "another run has taken the device";
        }
        Device partner = device.device().partner();
        Optional<Long> other = partner == null ? Optional.empty() : runs.claimedBy(partner.id());
        return other.isPresent() && !other.get().equals(run.id())
                ? partner.name() + ", its partner, is being changed by another run"
                : null;
    }

    /** A device is not taken out of a pair whose other half does not answer. */
    private Optional<String> partnerObjection(Stored stored) {
        if (stored.partner() == null) {
            return Optional.empty();
        }
        try {
            access.visit(stored.partner(), session -> access.identify(stored.partner(), session));
            return Optional.empty();
        } catch (DeviceException e) {
            return Optional.of(stored.partnerName() + ", its partner, is not well: " + e.getMessage());
        }
    }

    private PhaseResult onTheDevice(DeviceWork work, Stored stored, DeviceSession session) throws DeviceException {
        Device device = stored.device();
        Optional<String> serial = access.identify(device, session).map(DeviceIdentity::serial);
        if (device.serial() != null && serial.isPresent() && !serial.get().equals(device.serial())) {
            return PhaseResult.failed("another box stands in its place: it shows serial number " + serial.get()
                    + ", on record is " + device.serial() + "; nothing was written to this device");
        }
        // Time has passed since the backup: another device was changed, or a person was at work here.
        ConfigTree current = work.engine().read(session.readRunning());
        List<String> moved = work.engine().touchedDifferences(work.before(), current, work.script());
        if (!moved.isEmpty()) {
            return PhaseResult.failed("changed since its backup a moment ago: " + String.join(", ", moved)
                    + "; nothing was written to this device");
        }
        if (!session.hasTimer() && cutsItself(work, device.address(), current)) {
            return PhaseResult.failed("the script cuts the path to it, and the device has no timer by which it would go"
                    + " back by itself; nothing was written to this device");
        }
        return PhaseResult.done("nothing speaks against it");
    }

    private static boolean cutsItself(DeviceWork work, String address, ConfigTree current) {
        return WrittenForms.isAddress(address)
                && new OwnPath(work.profile(), IpAddress.parse(address))
                        .cut(current, work.script())
                        .isPresent();
    }
}
