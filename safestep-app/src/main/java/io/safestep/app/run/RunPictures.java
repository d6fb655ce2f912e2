package io.safestep.app.run;

import io.safestep.core.change.FailureRule;
import io.safestep.core.run.DeviceProgress;
import io.safestep.core.run.Phase;
import io.safestep.core.run.PhaseTimes;
import io.safestep.core.run.RunPicture;
import io.safestep.core.run.RunTimes;
import io.safestep.core.run.StepState;
import io.safestep.core.run.TimeLeft;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is stored of a run, as the core wants to see it before it decides. */
@Component
class RunPictures {

    private final JdbcTemplate jdbc;
    private final Clock clock;

    RunPictures(JdbcTemplate jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** @param ids by name of the device, for whoever acts on the decision */
    record Seen(RunPicture picture, Map<String, Long> ids) {}

    private record Row(
            FailureRule rule,
            boolean stopAsked,
            boolean turningBack,
            RunPicture.Pause pause,
            Duration pauseBetweenWaves,
            Instant waveEndedAt,
            Instant windowCloses) {}

    /** @param times how long phases take */
    @Transactional(readOnly = true)
    Seen of(long runId, PhaseTimes times, int together) {
        Map<Long, Map<Phase, StepState>> steps = new HashMap<>();
        jdbc.query(
                "select distinct on (s.run_device_id, s.phase) s.run_device_id, s.phase, s.state from run_step s"
                        + " join run_device d on d.id = s.run_device_id where d.run_id = ?"
                        + " order by s.run_device_id, s.phase, s.id desc",
                row -> {
                    steps.computeIfAbsent(row.getLong(1), id -> new EnumMap<>(Phase.class))
                            .put(Phase.valueOf(row.getString(2)), StepState.valueOf(row.getString(3)));
                },
                runId);
        Map<String, Long> ids = new HashMap<>();
        List<DeviceProgress> devices = jdbc.query(
                "select d.id, v.name, d.wave, d.has_script, d.timer, d.written, d.taken_back, d.skipped from run_device d"
                        + " join device v on v.id = d.device_id where d.run_id = ? order by d.position",
                (row, number) -> {
                    ids.put(row.getString("name"), row.getLong("id"));
                    return new DeviceProgress(
                            row.getString("name"),
                            row.getInt("wave"),
                            row.getBoolean("has_script"),
                            row.getBoolean("timer"),
                            row.getBoolean("written"),
                            row.getBoolean("taken_back"),
                            row.getBoolean("skipped"),
                            steps.getOrDefault(row.getLong("id"), Map.of()));
                },
                runId);
        Row run = jdbc.queryForObject(
                "select failure_rule, stop_requested_at is not null as stop_asked, turning_back, pause,"
                        + " pause_between_waves, window_closes_at, (select max(s.ended_at) from run_step s"
                        + " join run_device d on d.id = s.run_device_id where d.run_id = r.id"
                        + " and s.phase not in ('BACK_UP', 'CHECK_BEFORE')) as wave_ended_at from run r where id = ?",
                (row, number) -> new Row(
                        FailureRule.valueOf(row.getString("failure_rule")),
                        row.getBoolean("stop_asked"),
                        row.getBoolean("turning_back"),
                        RunPicture.Pause.valueOf(row.getString("pause")),
                        Duration.ofSeconds(row.getInt("pause_between_waves")),
                        instant(row.getTimestamp("wave_ended_at")),
                        instant(row.getTimestamp("window_closes_at"))),
                runId);
        RunTimes reckoning = new RunTimes(times, together);
        return new Seen(
                new RunPicture(
                        devices,
                        run.rule(),
                        run.stopAsked(),
                        run.turningBack(),
                        run.pause(),
                        run.pauseBetweenWaves(),
                        run.waveEndedAt(),
                        new TimeLeft(
                                clock.instant(),
                                reckoning.rest(devices, run.pauseBetweenWaves()),
                                reckoning.wayBack(devices),
                                run.windowCloses())),
                ids);
    }

    private static Instant instant(Timestamp timestamp) {
        return timestamp == null ? null : timestamp.toInstant();
    }
}
