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

    private record StoredDevice(
            long id,
            String name,
            int wave,
            boolean hasScript,
            boolean timer,
            boolean written,
            boolean takenBack,
            boolean skipped) {}

    /** One run, looked at again and again by who drives it. */
    final class Watch {

        private final long runId;
        private final LatestSteps steps;

        private Watch(long runId) {
            this.runId = runId;
            this.steps = new LatestSteps(jdbc, runId);
        }

        /** @param times how long phases take */
        Seen now(PhaseTimes times, int together) {
            return transaction.execute(t -> {
                StoredRun run = run(runId);
                List<StoredDevice> stored = devices(runId);
                steps.keepUp(run.controls());
                Map<String, Long> ids = new HashMap<>();
                stored.forEach(d -> ids.put(d.name(), d.id()));
                List<DeviceProgress> devices =
                        stored.stream().map(this::progress).toList();
                RunTimes reckoning = new RunTimes(times, together);
                TimeLeft left = new TimeLeft(
                        clock.instant(),
                        reckoning.rest(devices, run.pauseBetweenWaves()),
                        reckoning.wayBack(devices),
                        run.windowCloses());
                return new Seen(
                        new RunPicture(
                                devices,
                                run.rule(),
                                run.stopAsked(),
                                run.turningBack(),
                                run.pause(),
                                run.pauseBetweenWaves(),
                                steps.lastEnd(),
                                left),
                        ids);
            });
        }

        private DeviceProgress progress(StoredDevice d) {
            return new DeviceProgress(
                    d.name(),
                    d.wave(),
                    d.hasScript(),
                    d.timer(),
                    d.written(),
                    d.takenBack(),
                    d.skipped(),
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

    private List<StoredDevice> devices(long runId) {
        return jdbc.query(
                "select d.id, v.name, d.wave, d.has_script, d.timer, d.written, d.taken_back, d.skipped from run_device d"
                        + " join device v on v.id = d.device_id where d.run_id = ? order by d.position",
                (row, number) -> new StoredDevice(
                        row.getLong("id"),
                        row.getString("name"),
                        row.getInt("wave"),
                        row.getBoolean("has_script"),
                        row.getBoolean("timer"),
                        row.getBoolean("written"),
                        row.getBoolean("taken_back"),
                        row.getBoolean("skipped")),
                runId);
    }

    private static Instant instant(Timestamp timestamp) {
        return timestamp == null ? null : timestamp.toInstant();
    }
}
