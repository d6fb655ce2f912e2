package io.safestep.app.drift;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.Backups;
import io.safestep.app.backup.stored.Occasion;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.device.record.Stance;
import io.safestep.app.round.RoundAction;
import io.safestep.app.run.Runs;
import io.safestep.core.people.Right;
import io.safestep.drivers.DeviceException;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Has devices copy running to startup, because a person wants it. */
@Component
class SaveRound implements RoundAction {

    private final DeviceAccess access;
    private final Backups backups;
    private final Devices devices;
    private final Runs runs;
    private final AuditLog audit;
    private final TransactionTemplate transaction;

    SaveRound(
            DeviceAccess access,
            Backups backups,
            Devices devices,
            Runs runs,
            AuditLog audit,
            TransactionTemplate transaction) {
        this.access = access;
        this.backups = backups;
        this.devices = devices;
        this.runs = runs;
        this.audit = audit;
        this.transaction = transaction;
    }

    @Override
    public String name() {
        return "SAVE";
    }

    @Override
    public String title() {
        return "Saving";
    }

    @Override
    public Right right() {
        return Right.SAVE_DEVICES;
    }

    @Override
    public Outcome on(long deviceId, String name, String argument, String person) {
        Device device = devices.withId(deviceId);
        Optional<String> change = runs.changeRunningOn(deviceId);
        if (device.stance() != Stance.MANAGED) {
            return Outcome.bad("In stance observe: Safe Step may not write to it.");
        }
        if (change.isPresent()) {
            return Outcome.bad(change.get() + " runs on it, and saves it when its checks pass.");
        }
        // Written down before it is done.
        transaction.executeWithoutResult(t -> audit.write(person, name, "saving", "Running is copied to startup."));
        try {
            String said = access.visit(deviceId, (visited, session) -> session.save());
            Backups.Taken taken = backups.take(deviceId, Occasion.byHand(person, ""));
            return taken.saved()
                    ? Outcome.good("Saved. " + said)
                    : Outcome.bad("The device said \"" + said + "\", and running and startup still differ.");
        } catch (DeviceException e) {
            return Outcome.bad(e.getMessage());
        }
    }
}
