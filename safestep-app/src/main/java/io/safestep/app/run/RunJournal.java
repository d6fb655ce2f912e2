package io.safestep.app.run;

import io.safestep.core.run.Decision;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes down what a run is about to do and what came of it. Every call is one statement and commits itself, so that what
 * was written stays whatever happens next; and every one is refused to a process from which the run was taken over.
 */
@Service
@Transactional(propagation = Propagation.NOT_SUPPORTED)
class RunJournal {

    private static final String MINE = " from run r where r.id = ? and r.epoch = ?";
    private static final String STEP_LINE =
            "insert into run_line (run_id, run_device_id, at, kind, text, phase, step_state)"
                    + " select ?, ?::bigint, ?::timestamptz, 'NOTE', ?, ?, ?";
    private static final String IF_MINE = " and exists (select 1" + MINE + ")";

    private final JdbcTemplate jdbc;
    private final Clock clock;

    RunJournal(JdbcTemplate jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    private Timestamp now() {
        return Timestamp.from(clock.instant());
    }

    private static void wrote(Drive drive, int rows) {
        if (rows == 0) {
            throw new FencedOffException(drive);
        }
    }

    /** From now on only the caller drives the run. */
    Drive takeOver(long runId) {
        Integer epoch = jdbc.queryForObject(
                "update run set epoch = epoch + 1 where id = ? returning epoch", Integer.class, runId);
        return new Drive(runId, epoch == null ? 0 : epoch);
    }

    /** @return the id of the step that was begun */
    long begin(Drive drive, long runDeviceId, Phase phase) {
        List<Long> id = jdbc.queryForList(
                "with step as (insert into run_step (run_device_id, phase, state, started_at) select ?, ?, 'GOING', ?"
                        + MINE + " returning id), line as (" + STEP_LINE + " from step) select id from step",
                Long.class,
                runDeviceId,
                phase.name(),
                now(),
                drive.runId(),
                drive.epoch(),
                drive.runId(),
                runDeviceId,
                now(),
                words(phase) + " begins",
                phase.name(),
                StepState.GOING.name());
        wrote(drive, id.size());
        return id.get(0);
    }

    void end(Drive drive, long runDeviceId, long stepId, Phase phase, StepState state, String words) {
        wrote(
                drive,
                jdbc.update(
                        "with step as (update run_step set state = ?, words = ?, ended_at = ? where id = ?" + IF_MINE
                                + " returning id) " + STEP_LINE + " from step",
                        state.name(),
                        words,
                        now(),
                        stepId,
                        drive.runId(),
                        drive.epoch(),
                        drive.runId(),
                        runDeviceId,
                        now(),
                        words(phase) + (state == StepState.FAILED ? " failed: " : ": ") + words,
                        phase.name(),
                        state.name()));
    }

    /** Marks what was going on when a process ended: nobody knows how far it came. */
    boolean markInterrupted(Drive drive) {
        return jdbc.update(
                        "update run_step s set state = 'INTERRUPTED', ended_at = ?, words = ? from run_device d"
                                + " where d.id = s.run_device_id and d.run_id = ? and s.state = 'GOING'" + IF_MINE,
                        now(),
                        "Safe Step ended while this was going on. How far it came is not known.",
                        drive.runId(),
                        drive.runId(),
                        drive.epoch())
                > 0;
    }

    void sent(Drive drive, long runDeviceId, String text) {
        line(drive, runDeviceId, "SENT", text);
    }

    void heard(Drive drive, long runDeviceId, String text) {
        line(drive, runDeviceId, "HEARD", text);
    }

    /** @param runDeviceId null for what concerns the run as a whole */
    void note(Drive drive, Long runDeviceId, String text) {
        line(drive, runDeviceId, "NOTE", text);
    }

    private void line(Drive drive, Long runDeviceId, String kind, String text) {
        wrote(
                drive,
                jdbc.update(
                        "insert into run_line (run_id, run_device_id, at, kind, text) select ?, ?::bigint, ?, ?, ?"
                                + MINE,
                        drive.runId(),
                        runDeviceId,
                        now(),
                        kind,
                        text,
                        drive.runId(),
                        drive.epoch()));
    }

    void backedUp(Drive drive, long runDeviceId, long backupId) {
        device(drive, runDeviceId, "before_backup_id = ?", backupId);
    }

    void backedUpAfter(Drive drive, long runDeviceId, long backupId) {
        device(drive, runDeviceId, "after_backup_id = ?", backupId);
    }

    /** Stored before the first command is sent: from then on the device may hold something of the script. */
    void aboutToWrite(Drive drive, long runDeviceId) {
        device(drive, runDeviceId, "written = ?", true);
    }

    /** A push was broken off, and reading back has shown that nothing of it has arrived. */
    void nothingArrived(Drive drive, long runDeviceId) {
        device(drive, runDeviceId, "written = ?", false);
    }

    /** Stored before the timer is started, so that whoever takes over knows of it. */
    void arming(Drive drive, long runDeviceId, String token, Instant until) {
        device(drive, runDeviceId, "timer_token = ?, timer_until = ?", token, Timestamp.from(until));
    }

    /** The timer does not run any more. */
    void disarmed(Drive drive, long runDeviceId) {
        device(drive, runDeviceId, "timer_until = ?", (Timestamp) null);
    }

    void holds(Drive drive, long runDeviceId, String words) {
        device(drive, runDeviceId, "holds = ?", words);
    }

    private void device(Drive drive, long runDeviceId, String assignment, Object... values) {
        Object[] all = Arrays.copyOf(values, values.length + 3);
        all[values.length] = runDeviceId;
        all[values.length + 1] = drive.runId();
        all[values.length + 2] = drive.epoch();
        wrote(drive, jdbc.update("update run_device set " + assignment + " where id = ?" + IF_MINE, all));
    }

    /** Whether the next command of a push may be sent: nobody has stopped the run, and nothing has made it turn back. */
    boolean mayGoOn(Drive drive, long runDeviceId) {
        List<Boolean> answer = jdbc.queryForList(
                "select stop_requested_at is null and not turning_back and not d.taken_back"
                        + " from run r join run_device d on d.run_id = r.id where r.id = ? and r.epoch = ? and d.id = ?",
                Boolean.class,
                drive.runId(),
                drive.epoch(),
                runDeviceId);
        wrote(drive, answer.size());
        return answer.get(0);
    }

    /** Who stopped the run, or what did. */
    String stoppedBy(long runId) {
        return jdbc.queryForObject(
                "select coalesce(stop_requested_by, 'a failure elsewhere') from run where id = ?", String.class, runId);
    }

    void state(Drive drive, RunState state) {
        jdbc.update(
                "update run set state = ?, hold_reason = null, hold_devices = null, held_since = null"
                        + " where id = ? and epoch = ? and (state <> ? or hold_reason is not null)",
                state.name(),
                drive.runId(),
                drive.epoch(),
                state.name());
    }

    /** @return false when it was held for the same reason already */
    boolean hold(Drive drive, Decision.Hold hold) {
        String devices = String.join(",", hold.devices());
        return jdbc.update(
                        "update run set state = 'PAUSED', hold_reason = ?, hold_devices = ?, held_since = ?"
                                + " where id = ? and epoch = ? and not (state = 'PAUSED' and hold_reason is not distinct"
                                + " from ? and hold_devices is not distinct from ?)",
                        hold.reason().name(),
                        devices,
                        now(),
                        drive.runId(),
                        drive.epoch(),
                        hold.reason().name(),
                        devices)
                > 0;
    }

    void times(Drive drive, Instant estimatedEnd, Instant turnBackAt, long wayBackSeconds) {
        jdbc.update(
                "update run set estimated_end = ?, turn_back_at = ?, way_back_seconds = ? where id = ? and epoch = ?",
                Timestamp.from(estimatedEnd),
                Timestamp.from(turnBackAt),
                wayBackSeconds,
                drive.runId(),
                drive.epoch());
    }

    static String words(Phase phase) {
        return phase.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
