package io.safestep.app.run.views;

import io.safestep.app.run.checks.CheckQuestionRepository;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunWords;
import io.safestep.core.next.ChangeFacts;
import io.safestep.core.run.Decision;
import io.safestep.core.run.DeviceProgress;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How the latest runs of many changes stand, in short. Three statements, however many there are. */
@Component
@Transactional(readOnly = true)
public class RunStandings {

    private static final String LATEST = """
            select distinct on (r.change_id) r.id, r.change_id, r.state, r.verdict, r.ended_at, r.hold_reason, r.hold_devices,
                   exists (select 1 from run_device d where d.run_id = r.id and d.written) as written,
                   (select count(*) from run_device d where d.run_id = r.id) as devices
              from run r where r.change_id = any(:changeIds) order by r.change_id, r.id desc
            """;

    private static final String PROGRESS = """
            select d.run_id, d.id, d.wave, d.has_script, d.timer, d.written, d.taken_back, d.skipped, s.phase, s.state
              from run_device d
              left join lateral (
                   select distinct on (phase) phase, state from run_step
                    where run_device_id = d.id order by phase, id desc) s on true
             where d.run_id = any(:runIds) order by d.run_id, d.id
            """;

    private final JdbcClient jdbc;
    private final CheckQuestionRepository questions;
    private final Clock clock;

    RunStandings(JdbcClient jdbc, CheckQuestionRepository questions, Clock clock) {
        this.jdbc = jdbc;
        this.questions = questions;
        this.clock = clock;
    }

    private record Latest(
            long id,
            long changeId,
            RunState state,
            @Nullable String verdict,
            Decision.@Nullable Hold hold,
            boolean written,
            int devices,
            @Nullable Instant ended) {}

    /** The latest run of each change, by its id; changes that have not run are missing. */
    public Map<Long, ChangeFacts.Run> latest(Collection<Long> changeIds) {
        List<Latest> runs = jdbc.sql(LATEST)
                .param("changeIds", changeIds.toArray(Long[]::new))
                .query(RunStandings::latest)
                .list();
        List<Long> going =
                runs.stream().filter(r -> !r.state().ended()).map(Latest::id).toList();
        Map<Long, Long> done = going.isEmpty() ? Map.of() : done(going);
        Map<Long, Long> asked = new HashMap<>();
        if (!going.isEmpty()) {
            questions.openByRun(going, clock.instant()).forEach(o -> asked.put(o.runId(), o.devices()));
        }
        Map<Long, ChangeFacts.Run> standings = new HashMap<>();
        runs.forEach(r -> standings.put(
                r.changeId(),
                new ChangeFacts.Run(
                        r.state(),
                        r.written(),
                        r.devices(),
                        done.getOrDefault(r.id(), 0L).intValue(),
                        waitsFor(r.hold(), asked.getOrDefault(r.id(), 0L)),
                        r.verdict(),
                        r.ended())));
        return standings;
    }

    /** @param asked about how many devices checks ask somebody */
    private static @Nullable String waitsFor(Decision.@Nullable Hold hold, long asked) {
        if (hold != null) {
            return RunWords.hold(hold);
        }
        return asked == 0 ? null : "a check asks somebody about " + (asked == 1 ? "one device" : asked + " devices");
    }

    private Map<Long, Long> done(List<Long> runIds) {
        Map<Long, Map<Long, DeviceProgress>> byRun = new HashMap<>();
        jdbc.sql(PROGRESS).param("runIds", runIds.toArray(Long[]::new)).query(row -> {
            byRun.computeIfAbsent(row.getLong("run_id"), id -> new HashMap<>())
                    .merge(row.getLong("id"), progress(row), RunStandings::both);
        });
        Map<Long, Long> done = new HashMap<>();
        byRun.forEach((run, devices) -> done.put(
                run, devices.values().stream().filter(DeviceProgress::arrived).count()));
        return done;
    }

    private static DeviceProgress both(DeviceProgress one, DeviceProgress other) {
        Map<Phase, StepState> steps = new EnumMap<>(Phase.class);
        steps.putAll(one.steps());
        steps.putAll(other.steps());
        return one.with(steps);
    }

    private static DeviceProgress progress(ResultSet row) throws SQLException {
        Map<Phase, StepState> steps = new EnumMap<>(Phase.class);
        if (row.getString("phase") != null) {
            steps.put(Phase.valueOf(row.getString("phase")), StepState.valueOf(row.getString("state")));
        }
        return new DeviceProgress(
                Long.toString(row.getLong("id")),
                row.getInt("wave"),
                row.getBoolean("has_script"),
                row.getBoolean("timer"),
                row.getBoolean("written"),
                row.getBoolean("taken_back"),
                row.getBoolean("skipped"),
                steps);
    }

    private static Latest latest(ResultSet row, int number) throws SQLException {
        String reason = row.getString("hold_reason");
        Timestamp ended = row.getTimestamp("ended_at");
        return new Latest(
                row.getLong("id"),
                row.getLong("change_id"),
                RunState.valueOf(row.getString("state")),
                row.getString("verdict"),
                reason == null
                        ? null
                        : new Decision.Hold(
                                Decision.Hold.Reason.valueOf(reason), Run.devicesNamed(row.getString("hold_devices"))),
                row.getBoolean("written"),
                row.getInt("devices"),
                ended == null ? null : ended.toInstant());
    }
}
