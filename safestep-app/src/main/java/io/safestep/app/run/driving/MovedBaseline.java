package io.safestep.app.run.driving;

import io.safestep.app.backup.Backups;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Devices.AcceptedBaseline;
import io.safestep.app.run.phases.DeviceWork;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.ScriptRefusedException;
import io.safestep.core.config.tree.ConfigTree;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * What is expected of a device once a run has succeeded. What was found after it becomes the baseline, unless the device
 * differs elsewhere, which nobody has decided about: then the baseline is what it was before with this change in it, and
 * the rest stays a difference.
 */
@Component
class MovedBaseline {

    private final Backups backups;
    private final Devices devices;

    MovedBaseline(Backups backups, Devices devices) {
        this.backups = backups;
        this.devices = devices;
    }

    /** Inside the transaction that ends the run, and accepts it. */
    AcceptedBaseline of(DeviceWork work, long afterBackupId) {
        ConfigEngine engine = work.engine();
        ConfigTree found = backups.keptTree(afterBackupId);
        ConfigTree expected = expected(work).orElse(found);
        boolean matches = engine.same(expected, found);
        return new AcceptedBaseline(
                work.deviceId(),
                matches ? afterBackupId : backups.expect(work.deviceId(), expected, work.changeNumber()),
                matches,
                matches
                        ? "The backup after CR-" + work.changeNumber() + "."
                        : "The baseline before, with CR-" + work.changeNumber()
                                + " in it. The device differs from it elsewhere.");
    }

    /** Empty when the baseline was moved meanwhile to where the script can't be applied to it. */
    private Optional<ConfigTree> expected(DeviceWork work) {
        Long baseline = devices.withId(work.deviceId()).baselineBackupId();
        try {
            return Optional.ofNullable(baseline)
                    .map(id -> work.wayBack().returnsToBackup() ? work.approved() : backups.keptTree(id))
                    .map(tree -> work.engine().apply(tree, work.script()))
                    .map(work.engine()::asShown);
        } catch (ScriptRefusedException e) {
            return Optional.empty();
        }
    }
}
