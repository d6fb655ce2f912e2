package io.safestep.app.drift;

import io.safestep.app.backup.Backups;
import io.safestep.app.backup.stored.BackupCause;
import io.safestep.app.backup.stored.Occasion;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Standing;
import io.safestep.app.round.RoundAction;
import io.safestep.app.run.Runs;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import io.safestep.core.people.Right;
import io.safestep.drivers.DeviceException;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Compares devices with their baselines. A device that says that nothing has changed costs one short read. */
@Component
public class DriftRound implements RoundAction {

    public static final String NAME = "DRIFT";

    private final Backups backups;
    private final Devices devices;
    private final Runs runs;

    DriftRound(Backups backups, Devices devices, Runs runs) {
        this.backups = backups;
        this.devices = devices;
        this.runs = runs;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public String title() {
        return "Drift round";
    }

    @Override
    public Right right() {
        return Right.READ_DEVICES;
    }

    @Override
    public Outcome on(long deviceId, String device, String argument, String person) {
        Optional<String> change = runs.changeRunningOn(deviceId);
        if (change.isPresent()) {
            return Outcome.good("Left alone: " + change.get() + " runs on it.");
        }
        try {
            Optional<Backups.Taken> taken =
                    backups.look(deviceId, new Occasion(BackupCause.FOUND_CHANGED, null, person, ""));
            return Outcome.good(inWords(devices.standing(deviceId), taken.isPresent()));
        } catch (DeviceException e) {
            return Outcome.bad(e.getMessage());
        }
    }

    private static String inWords(Standing device, boolean read) {
        String how = read ? "" : "Nothing has changed since it was read. ";
        if (device.baselineBackupId() == null) {
            return how + "It has no baseline yet.";
        }
        return how
                + (device.match() == Match.MATCHES ? "Matches its baseline." : "Does not match its baseline.")
                + (device.saved() == Saved.UNSAVED ? " Unsaved." : "");
    }
}
