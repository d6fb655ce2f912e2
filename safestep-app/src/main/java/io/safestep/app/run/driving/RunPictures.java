package io.safestep.app.run.driving;

import io.safestep.app.run.journal.RunJournal.Begun;
import io.safestep.core.change.FailureRule;
import io.safestep.core.run.DeviceProgress;
import io.safestep.core.run.PhaseTimes;
import io.safestep.core.run.RunPicture;
import io.safestep.core.run.RunState;
import io.safestep.core.run.RunTimes;
import io.safestep.core.run.StepState;
import io.safestep.core.run.TimeLeft;
import java.sql.Array;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What is stored of a run, as the core wants to see it before it decides. */
@Component
class RunPictures {

    private static final Duration RECKONING_HOLDS = Duration.ofMillis(250);

    private final JdbcClient jdbc;
    private final Clock clock;

    RunPictures(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * @param ids by name of the device, for whoever acts on the decision
     * @param state which people are shown
     * @param held whether people are shown that it waits for somebody
     */
    record Seen(RunPicture picture, Map<String, Long> ids, RunState state, boolean held) {

        long id(String device) {
            return Objects.requireNonNull(ids.get(device), device);
        }
    }

    /**
     * @param controls goes up with everything that people do to the run
     * @param written the ids of devices, as those that follow
     */
    private record StoredRun(
            FailureRule rule,
            boolean stopAsked,
            boolean turningBack,
            RunPicture.Pause pause,
            Duration pauseBetweenWaves,
            Instant windowCloses,
            RunState state,
            boolean held,
            long controls,
            Set<Long> written,
            Set<Long> takenBack,
            Set<Long> skipped) {

        Marks marks(long device) {
            return new Marks(written.contains(device), takenBack.contains(device), skipped.contains(device));
        }
    }

    /** What does not move while the run goes on. */
    private record ListedDevice(long id, String name, int wave, boolean hasScript, boolean timer) {}

    /** What has happened to a device. */
    private record Marks(boolean written, boolean takenBack, boolean skipped) {

        static Marks of(DeviceProgress progress) {
            return new Marks(progress.written(), progress.takenBack(), progress.skipped());
        }
    }

    private record Reckoned(Instant at, long controls, Duration rest, Duration wayBack) {}

    /** One run, looked at again and again by who drives it. */
    final class Watch {

        private final long runId;
        private final LatestSteps steps;
        private final List<ListedDevice> devices;
        private final Map<String, Long> ids = new HashMap<>();
        private final Map<Long, DeviceProgress> known = new HashMap<>();
        private @Nullable Reckoned reckoned;

        private Watch(long runId) {
            this.runId = runId;
            this.devices = devices(runId);
            devices.forEach(d -> ids.put(d.name(), d.id()));
            this.steps = new LatestSteps(jdbc, runId);
        }

        /** A step was written down. */
        void begun(Begun step) {
            steps.begun(step);
            known.remove(step.runDeviceId());
        }

        /**
         * What came of a step was written down.
         *
         * @param at UTC
         */
        void ended(Begun step, StepState state, Instant at) {
            steps.ended(step, state, at);
            known.remove(step.runDeviceId());
        }

        /** @param times how long phases take */
        Seen now(PhaseTimes times, int together) {
            StoredRun run = run(runId);
            if (steps.keepUp(run.controls())) {
                known.clear();
            }
            List<DeviceProgress> progress =
                    devices.stream().map(d -> progress(d, run.marks(d.id()))).toList();
            Reckoned time = reckon(run, progress, new RunTimes(times, together));
            return new Seen(
                    new RunPicture(
                            progress,
                            run.rule(),
                            run.stopAsked(),
                            run.turningBack(),
                            run.pause(),
                            run.pauseBetweenWaves(),
                            steps.lastEnd(),
                            new TimeLeft(clock.instant(), time.rest(), time.wayBack(), run.windowCloses())),
                    ids,
                    run.state(),
                    run.held());
        }

        /** Anew after some moments only: it goes over all devices and phases, and there is a margin in what it reckons with. */
        private Reckoned reckon(StoredRun run, List<DeviceProgress> progress, RunTimes times) {
            Instant now = clock.instant();
            if (reckoned == null
                    || reckoned.controls() != run.controls()
                    || !reckoned.at().plus(RECKONING_HOLDS).isAfter(now)) {
                reckoned = new Reckoned(
                        now, run.controls(), times.rest(progress, run.pauseBetweenWaves()), times.wayBack(progress));
            }
            return reckoned;
        }

        /** Most devices stand as they did a moment ago. */
        private DeviceProgress progress(ListedDevice d, Marks marks) {
            DeviceProgress before = known.get(d.id());
            if (before != null && marks.equals(Marks.of(before))) {
                return before;
            }
            DeviceProgress now = new DeviceProgress(
                    d.name(),
                    d.wave(),
                    d.hasScript(),
                    d.timer(),
                    marks.written(),
                    marks.takenBack(),
                    marks.skipped(),
                    steps.of(d.id()));
            known.put(d.id(), now);
            return now;
        }
    }

    Watch watch(long runId) {
        return new Watch(runId);
    }

    /** One statement, since it is asked again after every step. */
    private StoredRun run(long runId) {
        return jdbc.sql("""
                select r.failure_rule, r.stop_requested_at is not null as stop_asked, r.turning_back, r.pause,
                r.pause_between_waves, r.window_closes_at, r.state, r.hold_reason is not null as held,
                (select count(*) + count(c.seconded_at) from run_control c where c.run_id = r.id)
                as controls, d.* from run r cross join lateral
                (select array_agg(id) filter (where written) as written,
                array_agg(id) filter (where taken_back) as taken_back,
                array_agg(id) filter (where skipped) as skipped from run_device
                where run_id = r.id and (written or taken_back or skipped)) d where r.id = :runId""")
                .param("runId", runId)
                .query((row, number) -> new StoredRun(
                        FailureRule.valueOf(row.getString("failure_rule")),
                        row.getBoolean("stop_asked"),
                        row.getBoolean("turning_back"),
                        RunPicture.Pause.valueOf(row.getString("pause")),
                        Duration.ofSeconds(row.getInt("pause_between_waves")),
                        row.getTimestamp("window_closes_at").toInstant(),
                        RunState.valueOf(row.getString("state")),
                        row.getBoolean("held"),
                        row.getLong("controls"),
                        ids(row.getArray("written")),
                        ids(row.getArray("taken_back")),
                        ids(row.getArray("skipped"))))
                .single();
    }

    private static Set<Long> ids(Array array) throws SQLException {
        return array == null ? Set.of() : Set.of((Long[]) array.getArray());
    }

    private List<ListedDevice> devices(long runId) {
        return jdbc.sql("""
                select d.id, v.name, d.wave, d.has_script, d.timer from run_device d
                join device v on v.id = d.device_id where d.run_id = :runId order by d.position""")
                .param("runId", runId)
                .query((row, number) -> new ListedDevice(
                        row.getLong("id"),
                        row.getString("name"),
                        row.getInt("wave"),
                        row.getBoolean("has_script"),
                        row.getBoolean("timer")))
                .list();
    }

    private static @Nullable Instant instant(Timestamp timestamp) {
        return timestamp == null ? null : timestamp.toInstant();
    }
}
