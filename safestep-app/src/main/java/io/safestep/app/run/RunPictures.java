package io.safestep.app.run;

import io.safestep.core.change.FailureRule;
import io.safestep.core.run.DeviceProgress;
import io.safestep.core.run.PhaseTimes;
import io.safestep.core.run.RunPicture;
import io.safestep.core.run.RunTimes;
import io.safestep.core.run.TimeLeft;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** What is stored of a run, as the core wants to see it before it decides. */
@Component
class RunPictures {

    private static final Duration RECKONING_HOLDS = Duration.ofMillis(250);

    private final JdbcTemplate jdbc;
    private final TransactionTemplate transaction;
    private final Clock clock;

    RunPictures(JdbcTemplate jdbc, TransactionTemplate transaction, Clock clock) {
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** @param ids by name of the device, for whoever acts on the decision */
    record Seen(RunPicture picture, Map<String, Long> ids) {}

    /** @param controls goes up with everything that people do to the run */
    private record StoredRun(
            FailureRule rule,
            boolean stopAsked,
            boolean turningBack,
            RunPicture.Pause pause,
            Duration pauseBetweenWaves,
            Instant windowCloses,
            long controls) {}

    /** What does not move while the run goes on. */
    private record ListedDevice(long id, String name, int wave, boolean hasScript, boolean timer) {}

    /** What has happened to a device. */
    private record Marks(boolean written, boolean takenBack, boolean skipped) {

        static final Marks NONE = new Marks(false, false, false);
    }

    private record Reckoned(Instant at, long controls, Duration rest, Duration wayBack) {}

    /** One run, looked at again and again by who drives it. */
    final class Watch {

        private final long runId;
        private final LatestSteps steps;
        private final List<ListedDevice> devices;
        private final Map<String, Long> ids = new HashMap<>();
        private Reckoned reckoned;

        private Watch(long runId) {
            this.runId = runId;
            this.devices = devices(runId);
            devices.forEach(d -> ids.put(d.name(), d.id()));
            this.steps = new LatestSteps(
                    jdbc, runId, devices.stream().map(ListedDevice::id).toList());
        }

        /** @param times how long phases take */
        Seen now(PhaseTimes times, int together) {
            return transaction.execute(t -> {
                StoredRun run = run(runId);
                Map<Long, Marks> marks = marks(runId);
                steps.keepUp(run.controls());
                List<DeviceProgress> progress = devices.stream()
                        .map(d -> progress(d, marks.getOrDefault(d.id(), Marks.NONE)))
                        .toList();
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
                        ids);
            });
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

        private DeviceProgress progress(ListedDevice d, Marks marks) {
            return new DeviceProgress(
                    d.name(),
                    d.wave(),
                    d.hasScript(),
                    d.timer(),
                    marks.written(),
                    marks.takenBack(),
                    marks.skipped(),
                    steps.of(d.id()));
        }
    }

    Watch watch(long runId) {
        return new Watch(runId);
    }

    private StoredRun run(long runId) {
        return jdbc.queryForObject(
                "select failure_rule, stop_requested_at is not null as stop_asked, turning_back, pause,"
                        + " pause_between_waves, window_closes_at, (select count(*) + count(c.seconded_at)"
                        + " from run_control c where c.run_id = r.id) as controls from run r where id = ?",
                (row, number) -> new StoredRun(
                        FailureRule.valueOf(row.getString("failure_rule")),
                        row.getBoolean("stop_asked"),
                        row.getBoolean("turning_back"),
                        RunPicture.Pause.valueOf(row.getString("pause")),
                        Duration.ofSeconds(row.getInt("pause_between_waves")),
                        instant(row.getTimestamp("window_closes_at")),
                        row.getLong("controls")),
                runId);
    }

    private List<ListedDevice> devices(long runId) {
        return jdbc.query(
                "select d.id, v.name, d.wave, d.has_script, d.timer from run_device d"
                        + " join device v on v.id = d.device_id where d.run_id = ? order by d.position",
                (row, number) -> new ListedDevice(
                        row.getLong("id"),
                        row.getString("name"),
                        row.getInt("wave"),
                        row.getBoolean("has_script"),
                        row.getBoolean("timer")),
                runId);
    }

    /** By the id of the device; those to which nothing has happened are missing. */
    private Map<Long, Marks> marks(long runId) {
        Map<Long, Marks> marks = new HashMap<>();
        jdbc.query(
                "select id, written, taken_back, skipped from run_device"
                        + " where run_id = ? and (written or taken_back or skipped)",
                row -> {
                    marks.put(
                            row.getLong("id"),
                            new Marks(
                                    row.getBoolean("written"),
                                    row.getBoolean("taken_back"),
                                    row.getBoolean("skipped")));
                },
                runId);
        return marks;
    }

    private static Instant instant(Timestamp timestamp) {
        return timestamp == null ? null : timestamp.toInstant();
    }
}
