package io.safestep.app.run.driving;

import io.safestep.app.run.journal.RunJournal.Begun;
import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The latest step of each phase on each device of a run. Who drives the run tells of every step that it has written down;
 * nobody else begins or ends one, but for what people do to the run, and after that all are read once more.
 */
final class LatestSteps {

    private static final Set<Phase> PREPARATION = EnumSet.of(Phase.BACK_UP, Phase.CHECK_BEFORE);

    private record Latest(long id, StepState state) {}

    private final JdbcClient jdbc;
    private final long runId;
    private final Map<Long, Map<Phase, Latest>> latest = new HashMap<>();
    private long controls = -1;
    private @Nullable Instant lastEnd;

    LatestSteps(JdbcClient jdbc, long runId) {
        this.jdbc = jdbc;
        this.runId = runId;
    }

    /**
     * @param controlsNow goes up with everything that people do to the run; read before this
     * @return whether they were read anew
     */
    boolean keepUp(long controlsNow) {
        if (controlsNow == controls) {
            return false;
        }
        latest.clear();
        jdbc.sql("""
                select s.id, s.run_device_id, s.phase, s.state, s.ended_at from run_step s
                join run_device d on d.id = s.run_device_id where d.run_id = :runId""").param("runId", runId).query((ResultSet row) -> take(row));
        controls = controlsNow;
        return true;
    }

    private void take(ResultSet row) throws SQLException {
        Timestamp ended = row.getTimestamp("ended_at");
        take(
                row.getLong("run_device_id"),
                Phase.valueOf(row.getString("phase")),
                new Latest(row.getLong("id"), StepState.valueOf(row.getString("state"))),
                ended == null ? null : ended.toInstant());
    }

    void begun(Begun step) {
        take(step.runDeviceId(), step.phase(), new Latest(step.stepId(), StepState.GOING), null);
    }

    /** @param at UTC */
    void ended(Begun step, StepState state, Instant at) {
        take(step.runDeviceId(), step.phase(), new Latest(step.stepId(), state), at);
    }

    private void take(long device, Phase phase, Latest step, @Nullable Instant ended) {
        if (ended != null && !PREPARATION.contains(phase) && (lastEnd == null || ended.isAfter(lastEnd))) {
            lastEnd = ended;
        }
        latest.computeIfAbsent(device, d -> new EnumMap<>(Phase.class))
                .merge(phase, step, (a, b) -> b.id() >= a.id() ? b : a);
    }

    /** By phase; phases that were never begun are missing. */
    Map<Phase, StepState> of(long device) {
        Map<Phase, StepState> states = new EnumMap<>(Phase.class);
        latest.getOrDefault(device, Map.of()).forEach((phase, step) -> states.put(phase, step.state()));
        return states;
    }

    /** When the last step after the preparation has ended, UTC; null when none has. */
    @Nullable
    Instant lastEnd() {
        return lastEnd;
    }
}
