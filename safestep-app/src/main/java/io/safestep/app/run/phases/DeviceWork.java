package io.safestep.app.run.phases;

import io.safestep.app.access.DeviceVisits;
import io.safestep.app.run.journal.Drive;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.drivers.DeadManTimer;
import java.time.Instant;
import java.util.List;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Everything that a phase needs to know about one device of a run.
 *
 * @param drive in whose name everything is written down
 * @param visits the way into it
 * @param approvedTree the configuration that the approvers saw
 * @param beforeTree the configuration in the before-backup; null until it is taken
 * @param pushInterrupted a process ended in the middle of the push, and nobody has looked since
 * @param timer the dead-man timer with which it is pushed; null where the platform has none
 * @param checks those that are looked at on this device
 * @param timerUntil when a timer that was started ends, UTC; null when none is known to run
 */
public record DeviceWork(
        Drive drive,
        DeviceVisits visits,
        int changeNumber,
        On on,
        Script script,
        Supplier<ConfigTree> approvedTree,
        Supplier<ConfigTree> beforeTree,
        WayBack wayBack,
        boolean pushInterrupted,
        @Nullable DeadManTimer timer,
        @Nullable Instant timerUntil,
        Instant runStartedAt,
        List<Check> checks) {

    /** The device, in the run and by itself. */
    public record On(long runDeviceId, long deviceId, String name, PlatformProfile profile, ConfigEngine engine) {}

    /**
     * How it is brought back.
     *
     * @param proven the way back was proven before approval
     * @param restoresStartup the way back is to take the startup configuration back as a whole
     * @param returnsToBackup the device is to hold a backup as a whole, whatever its baseline was
     * @param whole the device is to hold the before-backup as a whole, beyond what the change touched
     */
    public record WayBack(boolean proven, boolean restoresStartup, boolean returnsToBackup, boolean whole) {}

    public long runDeviceId() {
        return on.runDeviceId();
    }

    public long deviceId() {
        return on.deviceId();
    }

    public String name() {
        return on.name();
    }

    public PlatformProfile profile() {
        return on.profile();
    }

    public ConfigEngine engine() {
        return on.engine();
    }

    /**
     * @param title what is looked at, in words
     * @param stillIncomplete the change until which it may be incomplete has not run to its end yet
     */
    public record Check(long id, String title, CheckDefinition definition, boolean stillIncomplete) {}

    /** The configuration that the approvers saw. */
    public ConfigTree approved() {
        return approvedTree.get();
    }

    /** The configuration in the before-backup; null until it is taken. */
    ConfigTree before() {
        return beforeTree.get();
    }

    /** The configuration that the device must show after the push. */
    ConfigTree outcome() {
        return engine().asShown(engine().apply(before(), script));
    }

    /** The same with another way into the device. */
    DeviceWork visitedBy(DeviceVisits other) {
        return new DeviceWork(
                drive,
                other,
                changeNumber,
                on,
                script,
                approvedTree,
                beforeTree,
                wayBack,
                pushInterrupted,
                timer,
                timerUntil,
                runStartedAt,
                checks);
    }
}
