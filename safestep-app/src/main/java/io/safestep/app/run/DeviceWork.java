package io.safestep.app.run;

import io.safestep.core.check.CheckDefinition;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.config.Script;
import io.safestep.core.platform.PlatformProfile;
import java.time.Instant;
import java.util.List;

/**
 * Everything that a phase needs to know about one device of a run.
 *
 * @param approved the configuration that the approvers saw
 * @param before the configuration in the before-backup; null until it is taken
 * @param restoresStartup the way back is to take the startup configuration back as a whole
 * @param returnsToBackup the device is to hold a backup as a whole, whatever its baseline was
 * @param turnBackAt the last moment at which a push may begin
 * @param undoProven the way back was proven before approval
 */
record DeviceWork(
        long runId,
        int changeNumber,
        long runDeviceId,
        long deviceId,
        String name,
        PlatformProfile profile,
        ConfigEngine engine,
        Script script,
        ConfigTree approved,
        ConfigTree before,
        boolean undoProven,
        boolean restoresStartup,
        boolean returnsToBackup,
        Instant turnBackAt,
        List<Check> checks) {

    /** @param title what is looked at, in words */
    record Check(long id, String title, CheckDefinition definition) {}

    /** The configuration that the device must show after the push. */
    ConfigTree outcome() {
        return engine.asShown(engine.apply(before, script));
    }
}
