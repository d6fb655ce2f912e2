package io.safestep.app.run.journal;

import io.safestep.core.run.StepState;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * How far a device of a run has come.
 *
 * @param beforeBackupId null until it is taken
 * @param wholeBack it is to hold the before-backup as a whole
 * @param timerToken that of the timer that was started last; null when none was
 * @param timerUntil when a timer ends that was started, UTC; null when none is known to run
 * @param pushes how often a push was begun
 * @param pushInterrupted a process ended in the middle of the last one, and nobody has looked since
 * @param keyInDoubt it has shown another host key, and nobody has decided about that
 */
public record Reached(
        Long beforeBackupId,
        boolean wholeBack,
        String timerToken,
        @Nullable Instant timerUntil,
        int pushes,
        boolean pushInterrupted,
        boolean keyInDoubt) {

    /** What {@link #of} reads, of the device {@code d} and its {@link #PUSHES}. */
    public static final String COLUMNS =
            "d.before_backup_id, d.whole_back, d.timer_token, d.timer_until, p.pushes, p.push_state,"
                    + " exists (select 1 from device v where v.id = d.device_id and v.offered_host_key is not null)"
                    + " as key_in_doubt";

    /** To be joined to the device {@code d}. */
    public static final String PUSHES = " cross join lateral (select count(*) as pushes,"
            + " (array_agg(s.state order by s.id desc))[1] as push_state from run_step s"
            + " where s.run_device_id = d.id and s.phase = 'PUSH') p";

    public static Reached of(ResultSet row) throws SQLException {
        Timestamp until = row.getTimestamp("timer_until");
        return new Reached(
                row.getObject("before_backup_id", Long.class),
                row.getBoolean("whole_back"),
                row.getString("timer_token"),
                until == null ? null : until.toInstant(),
                row.getInt("pushes"),
                StepState.INTERRUPTED.name().equals(row.getString("push_state")),
                row.getBoolean("key_in_doubt"));
    }
}
