package io.safestep.app.run.driving;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.access.DeviceVisits;
import io.safestep.app.backup.Backups;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.platform.Platforms;
import io.safestep.app.run.journal.Drive;
import io.safestep.app.run.journal.Reached;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.run.phases.DeviceWork;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.run.Phase;
import io.safestep.core.run.PhaseTimes;
import io.safestep.core.run.RunState;
import io.safestep.drivers.DeadManTimer;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.function.SingletonSupplier;

/** Gathers what a phase needs from what is stored. */
@Component
class DeviceWorks {

    /** Beside the time for which people may be asked. */
    private static final Duration LONGEST_TIMER = Duration.ofHours(1);

    private final RunRepository runs;
    private final Changes changes;
    private final CheckRules checkRules;
    private final Platforms platforms;
    private final Backups backups;
    private final DeviceAccess access;
    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final Duration shortestTimer;

    /** @param shortestTimer for how long at least a dead-man timer runs */
    DeviceWorks(
            RunRepository runs,
            Changes changes,
            CheckRules checkRules,
            Platforms platforms,
            Backups backups,
            DeviceAccess access,
            JdbcClient jdbc,
            TransactionTemplate transaction,
            @Value("${safestep.run.shortest-timer:2m}") Duration shortestTimer) {
        this.runs = runs;
        this.changes = changes;
        this.checkRules = checkRules;
        this.platforms = platforms;
        this.backups = backups;
        this.access = access;
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.shortestTimer = shortestTimer;
    }

    /**
     * A check of the change.
     *
     * @param notYetUntil the id of the change until which it may be incomplete; null for none
     */
    private record Planned(
            long id,
            String title,
            CheckDefinition definition,
            @Nullable Long notYetUntil) {}

    /** What was approved for a device, and does not move while the run goes on. */
    private record Approved(
            long runDeviceId,
            long deviceId,
            String name,
            int wave,
            boolean timer,
            PlatformProfile profile,
            ConfigEngine engine,
            Supplier<Script> script,
            Long baselineBackupId,
            boolean proven,
            boolean restoresStartup,
            boolean returnsToBackup) {}

    /** Reads what was approved, once for all devices and phases. */
    OfRun of(Drive drive) {
        return transaction.execute(t -> new OfRun(drive));
    }

    /** The devices of one run. */
    final class OfRun {

        private final Drive drive;
        private final int changeNumber;
        private final Instant startedAt;
        private final List<Planned> checks;
        private final Map<Long, Approved> devices;

        private OfRun(Drive drive) {
            Run run = runs.findById(drive.runId()).orElseThrow();
            Change change = changes.withId(run.changeId());
            this.drive = drive;
            this.changeNumber = change.number();
            this.startedAt = run.startedAt();
            this.checks = change.checks().stream()
                    .map(c -> planned(c.id(), c.inForce()))
                    .toList();
            this.devices = run.devices().stream()
                    .map(DeviceWorks.this::approved)
                    .collect(Collectors.toMap(Approved::runDeviceId, Function.identity()));
        }

        /** For someone who does not go into the device by it. */
        DeviceWork of(long runDeviceId) {
            return of(access, runDeviceId, reached(runDeviceId), null, null);
        }

        /**
         * @param visits the way into the device
         * @param reached how far it had come when the phase began
         * @param phase for which it is needed; null for none
         * @param phases how long phases take; null where no phase is to be done
         */
        DeviceWork of(
                DeviceVisits visits,
                long runDeviceId,
                Reached reached,
                @Nullable Phase phase,
                @Nullable PhaseTimes phases) {
            Approved d = Objects.requireNonNull(devices.get(runDeviceId), "A device of another run.");
            return new DeviceWork(
                    drive,
                    visits,
                    changeNumber,
                    new DeviceWork.On(d.runDeviceId(), d.deviceId(), d.name(), d.profile(), d.engine()),
                    d.script().get(),
                    tree(d.baselineBackupId()),
                    tree(reached.beforeBackupId()),
                    new DeviceWork.WayBack(d.proven(), d.restoresStartup(), d.returnsToBackup(), reached.wholeBack()),
                    reached.pushInterrupted(),
                    timer(d, reached, phase, phases),
                    reached.timerUntil(),
                    startedAt,
                    checks.stream()
                            .filter(c -> c.definition().concerns(d.name()))
                            .map(c -> new DeviceWork.Check(c.id(), c.title(), c.definition(), stillIncomplete(c)))
                            .toList());
        }

        /**
         * Long enough for the slowest of the wave to be pushed, read and checked, twice over; else a device would go back
         * while all is well.
         */
        private @Nullable DeadManTimer timer(
                Approved d, Reached reached, @Nullable Phase phase, @Nullable PhaseTimes phases) {
            if (!d.timer()) {
                return null;
            }
            if (reached.timerToken() != null && reached.timerUntil() != null) {
                return new DeadManTimer(reached.timerToken(), shortestTimer);
            }
            if (phase != Phase.PUSH || phases == null) {
                return null; // a timer is started with a push alone, and how long it has to run takes all devices to
                // tell
            }
            Duration needed = devices.values().stream()
                    .filter(other -> other.wave() == d.wave())
                    .map(other -> phases.of(other.name(), Phase.PUSH)
                            .plus(phases.of(other.name(), Phase.READ_BACK))
                            .plus(phases.of(other.name(), Phase.CHECK_AFTER)))
                    .max(Duration::compareTo)
                    .orElse(Duration.ZERO)
                    .multipliedBy(2);
            Duration said = d.profile().access().leastTimer();
            Duration least = said.isZero() ? shortestTimer : said;
            Duration within = needed.compareTo(least) > 0 ? needed : least;
            return new DeadManTimer(
                    "safestep-" + drive.runId() + "-" + d.runDeviceId() + "-" + (reached.pushes() + 1),
                    (within.compareTo(LONGEST_TIMER) > 0 ? LONGEST_TIMER : within).plus(longestQuestion()));
        }

        /** A device must not go back while a person is asked about it. */
        private Duration longestQuestion() {
            return Duration.ofSeconds(checks.stream()
                    .map(Planned::definition)
                    .filter(c -> c.look().kind().asksPerson())
                    .mapToInt(CheckDefinition::settleSeconds)
                    .max()
                    .orElse(0));
        }
    }

    private Planned planned(long id, CheckDefinition definition) {
        Integer until = definition.notYetUntil();
        return new Planned(
                id,
                checkRules.title(definition),
                definition,
                until == null ? null : changes.numbered(until).id());
    }

    private Approved approved(RunDevice d) {
        String platform = d.device().platform();
        ConfigEngine engine = platforms.engine(platform);
        String script = d.target().script();
        return new Approved(
                d.id(),
                d.deviceId(),
                d.name(),
                d.wave(),
                d.timer(),
                platforms.profile(platform),
                engine,
                SingletonSupplier.of(() -> engine.readScript(script)),
                d.target().baselineBackupId(),
                d.target().proven(),
                d.target().restoresStartup(),
                d.target().returnsToBackup());
    }

    private Reached reached(long runDeviceId) {
        return jdbc.sql("select " + Reached.COLUMNS + " from run_device d" + Reached.PUSHES
                        + " where d.id = :runDeviceId")
                .param("runDeviceId", runDeviceId)
                .query((row, number) -> Reached.of(row))
                .single();
    }

    /** Read when it is asked for: most phases need none of the two. */
    private Supplier<ConfigTree> tree(Long backupId) {
        return () -> backupId == null ? null : backups.keptTree(backupId);
    }

    private boolean stillIncomplete(Planned check) {
        return check.notYetUntil() != null && !runs.existsByChangeIdAndState(check.notYetUntil(), RunState.SUCCEEDED);
    }
}
