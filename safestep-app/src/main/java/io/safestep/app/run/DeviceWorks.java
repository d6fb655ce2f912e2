package io.safestep.app.run;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.access.DeviceVisits;
import io.safestep.app.backup.Backups;
import io.safestep.app.change.Change;
import io.safestep.app.change.ChangeCheck;
import io.safestep.app.change.Changes;
import io.safestep.app.check.CheckRules;
import io.safestep.app.device.Device;
import io.safestep.app.device.Platforms;
import io.safestep.core.check.CheckDefinition;
import io.safestep.core.check.LookKind;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.platform.NetconfAccess;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.run.Phase;
import io.safestep.core.run.PhaseTimes;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import io.safestep.drivers.DeadManTimer;
import java.time.Duration;
import java.util.List;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.function.SingletonSupplier;

/** Gathers what a phase needs from what is stored. */
@Component
class DeviceWorks {

    /** Beside the time for which people may be asked. */
    private static final Duration LONGEST_TIMER = Duration.ofHours(1);

    private final RunDeviceRepository devices;
    private final Changes changes;
    private final RunRepository runs;
    private final CheckRules checkRules;
    private final Platforms platforms;
    private final Backups backups;
    private final DeviceAccess access;
    private final Duration shortestTimer;

    /** @param shortestTimer for how long at least a dead-man timer runs */
    DeviceWorks(
            RunDeviceRepository devices,
            Changes changes,
            RunRepository runs,
            CheckRules checkRules,
            Platforms platforms,
            Backups backups,
            DeviceAccess access,
            @Value("${safestep.run.shortest-timer:2m}") Duration shortestTimer) {
        this.devices = devices;
        this.changes = changes;
        this.runs = runs;
        this.checkRules = checkRules;
        this.platforms = platforms;
        this.backups = backups;
        this.access = access;
        this.shortestTimer = shortestTimer;
    }

    /** For someone who does not go into the device by it. */
    @Transactional(readOnly = true)
    DeviceWork of(Drive drive, long runDeviceId) {
        return of(drive, access, runDeviceId, null, null);
    }

    /**
     * @param visits the way into the device
     * @param phase for which it is needed; null for none
     * @param phases how long phases take; null where no phase is to be done
     */
    @Transactional(readOnly = true)
    DeviceWork of(Drive drive, DeviceVisits visits, long runDeviceId, Phase phase, PhaseTimes phases) {
        RunDevice d = devices.findById(runDeviceId).orElseThrow();
        Change change = changes.withId(d.run().changeId());
        Device device = d.target().device();
        ConfigEngine engine = platforms.engine(device.platform());
        PlatformProfile profile = platforms.profile(device.platform());
        List<DeviceWork.Check> checks = change.checks().stream()
                .map(c -> check(c.id(), c.definition()))
                .filter(c -> c.definition().concerns(device.name()))
                .toList();
        return new DeviceWork(
                drive,
                visits,
                change.number(),
                d.id(),
                d.deviceId(),
                device.name(),
                profile,
                engine,
                engine.readScript(d.target().script()),
                tree(engine, d.target().baselineBackupId()),
                tree(engine, d.beforeBackupId()),
                d.target().proven(),
                d.target().restoresStartup(),
                d.target().returnsToBackup(),
                d.wholeBack(),
                d.latest(Phase.PUSH) == StepState.INTERRUPTED,
                timer(d, change, profile, phase, phases),
                d.timerUntil(),
                d.run().startedAt(),
                checks);
    }

    /** Read when it is asked for: most phases need none of the two. */
    private Supplier<ConfigTree> tree(ConfigEngine engine, Long backupId) {
        return SingletonSupplier.of(() -> backupId == null ? null : engine.read(backups.text(backupId)));
    }

    private DeviceWork.Check check(long id, CheckDefinition definition) {
        Integer until = definition.notYetUntil();
        boolean stillIncomplete = until != null
                && !runs.existsByChangeIdAndState(changes.numbered(until).id(), RunState.SUCCEEDED);
        return new DeviceWork.Check(id, checkRules.title(definition), definition, stillIncomplete);
    }

    /** A device must not go back while a person is asked about it. */
    private static Duration longestQuestion(Change change) {
        return Duration.ofSeconds(change.checks().stream()
                .map(ChangeCheck::definition)
                .filter(c -> c.look().kind() == LookKind.CONFIRM)
                .mapToInt(CheckDefinition::settleSeconds)
                .max()
                .orElse(0));
    }

    /**
     * Long enough for the slowest of the wave to be pushed, read and checked, twice over; else a device would go back while
     * all is well.
     */
    private DeadManTimer timer(RunDevice d, Change change, PlatformProfile profile, Phase phase, PhaseTimes phases) {
        if (!d.timer()) {
            return null;
        }
        if (d.timerToken() != null && d.timerUntil() != null) {
            return new DeadManTimer(d.timerToken(), shortestTimer);
        }
        if (phase != Phase.PUSH) {
            return null; // a timer is started with a push alone, and how long it has to run takes all devices to tell
        }
        Duration needed = devices.namesInWave(d.run().id(), d.wave()).stream()
                .map(name -> phases.of(name, Phase.PUSH)
                        .plus(phases.of(name, Phase.READ_BACK))
                        .plus(phases.of(name, Phase.CHECK_AFTER)))
                .max(Duration::compareTo)
                .orElse(Duration.ZERO)
                .multipliedBy(2);
        Duration least = profile.access() instanceof NetconfAccess netconf ? netconf.confirmWithin() : shortestTimer;
        Duration within = needed.compareTo(least) > 0 ? needed : least;
        return new DeadManTimer(
                "safestep-" + d.run().id() + "-" + d.id() + "-"
                        + d.steps().stream()
                                .filter(s -> s.phase() == Phase.PUSH)
                                .count(),
                (within.compareTo(LONGEST_TIMER) > 0 ? LONGEST_TIMER : within).plus(longestQuestion(change)));
    }
}
