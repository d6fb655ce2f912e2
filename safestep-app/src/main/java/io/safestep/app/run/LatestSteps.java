package io.safestep.app.run;

import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * The latest step of each phase on each device of a run, kept up with what is stored. A step that has ended never changes,
 * and only who drives the run begins steps, so that it is enough to read those that are new and those that went on; when a
 * person has done something to the run, all are read once more.
 */
final class LatestSteps {

    private static final String COLUMNS = "select s.id, s.run_device_id, s.phase, s.state, s.ended_at from run_step s";
    private static final Set<Phase> PREPARATION = EnumSet.of(Phase.BACK_UP, Phase.CHECK_BEFORE);

    private record Latest(long id, StepState state) {}

    private final JdbcTemplate jdbc;
    private final long runId;
    private final Set<Long> devices;
    private final Map<Long, Map<Phase, Latest>> latest = new HashMap<>();
    private final Set<Long> going = new HashSet<>();
    private long newest;
    private long controls = -1;
    private Instant lastEnd;

    /** @param devices the ids of all devices of the run */
    LatestSteps(JdbcTemplate jdbc, long runId, Collection<Long> devices) {
        this.jdbc = jdbc;
        this.runId = runId;
        this.devices = Set.copyOf(devices);
    }

    /** @param controlsNow goes up with everything that people do to the run; read before this */
    void keepUp(long controlsNow) {
        if (controlsNow != controls) {
            latest.clear();
            going.clear();
            jdbc.query(COLUMNS + " join run_device d on d.id = s.run_device_id where d.run_id = ?", this::take, runId);
            controls = controlsNow;
        } else {
            // What other runs have begun meanwhile is little, and passed over here.
            jdbc.query(
                    COLUMNS + " where s.id > ? union all " + COLUMNS + " where s.id = any(?)",
                    this::take,
                    newest,
                    going.toArray(Long[]::new));
        }
    }

    private void take(ResultSet row) throws SQLException {
        if (!devices.contains(row.getLong("run_device_id"))) {
            return;
        }
        long id = row.getLong("id");
        Phase phase = Phase.valueOf(row.getString("phase"));
        StepState state = StepState.valueOf(row.getString("state"));
        Timestamp ended = row.getTimestamp("ended_at");
        newest = Math.max(newest, id);
        if (state == StepState.GOING) {
            going.add(id);
        } else {
            going.remove(id);
        }
        if (ended != null
                && !PREPARATION.contains(phase)
                && (lastEnd == null || ended.toInstant().isAfter(lastEnd))) {
            lastEnd = ended.toInstant();
        }
        latest.computeIfAbsent(row.getLong("run_device_id"), d -> new EnumMap<>(Phase.class))
                .merge(phase, new Latest(id, state), (a, b) -> b.id() >= a.id() ? b : a);
    }

    /** By phase; phases that were never begun are missing. */
    Map<Phase, StepState> of(long device) {
        Map<Phase, StepState> states = new EnumMap<>(Phase.class);
        latest.getOrDefault(device, Map.of()).forEach((phase, step) -> states.put(phase, step.state()));
        return states;
    }

    /** When the last step after the preparation has ended, UTC; null when none has. */
    Instant lastEnd() {
        return lastEnd;
    }
}
