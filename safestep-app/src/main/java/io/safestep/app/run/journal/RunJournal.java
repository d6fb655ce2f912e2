package io.safestep.app.run.journal;

import io.safestep.core.run.Decision;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.SqlParameterValue;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes down what a run is about to do and what came of it. Every call is one statement and commits itself, so that what
 * was written stays whatever happens next; and every one is refused to a process from which the run was taken over.
 */
@Service
@Transactional(propagation = Propagation.NOT_SUPPORTED)
public class RunJournal {

    private static final String MINE = " from run r where r.id = ? and r.epoch = ?";
    private static final String MAY_GO_ON = "(r.stop_requested_at is null and not r.turning_back and not d.taken_back)";
    private static final String IF_MINE = " and exists (select 1" + MINE + ")";

    private final JdbcTemplate jdbc;
    private final RunSignals signals;
    private final Clock clock;

    RunJournal(JdbcTemplate jdbc, RunSignals signals, Clock clock) {
        this.jdbc = jdbc;
        this.signals = signals;
        this.clock = clock;
    }

    private Timestamp now() {
        return Timestamp.from(clock.instant());
    }

    private void wrote(Drive drive, int rows) {
        if (rows == 0) {
            throw new FencedOffException(drive);
        }
        signals.moved(drive.runId());
    }

    /** From now on only the caller drives the run. */
    public Drive takeOver(long runId) {
        Integer epoch = jdbc.queryForObject(
                "update run set epoch = epoch + 1 where id = ? returning epoch", Integer.class, runId);
        return new Drive(runId, epoch == null ? 0 : epoch);
    }

    /** A phase that is about to be done on a device. */
    public record Beginning(long runDeviceId, Phase phase) {}

    /** @param reached how far the device had come before it */
    public record Begun(long stepId, long runDeviceId, Phase phase, Reached reached) {}

    /** @param steps at most one for each device */
    public List<Begun> begin(Drive drive, List<Beginning> steps) {
        if (steps.isEmpty()) {
            return List.of();
        }
        List<Begun> begun = jdbc.query(
                "with step as (insert into run_step (run_device_id, phase, state, started_at)"
                        + " select b.device, b.phase, 'GOING', ?"
                        + " from unnest(?::bigint[], ?::text[]) with ordinality b (device, phase, number), run r"
                        + " where r.id = ? and r.epoch = ? order by b.number returning id, run_device_id, phase),"
                        + " line as (insert into run_line (run_id, run_device_id, at, kind, text, phase, step_state)"
                        + " select ?, run_device_id, ?, 'NOTE', lower(replace(phase, '_', ' ')) || ' begins', phase,"
                        + " 'GOING' from step)"
                        + " select step.id, step.run_device_id, step.phase, " + Reached.COLUMNS
                        + " from step join run_device d on d.id = step.run_device_id" + Reached.PUSHES
                        + " order by step.id",
                (row, number) -> new Begun(
                        row.getLong("id"),
                        row.getLong("run_device_id"),
                        Phase.valueOf(row.getString("phase")),
                        Reached.of(row)),
                now(),
                steps.stream().map(Beginning::runDeviceId).toArray(Long[]::new),
                steps.stream().map(s -> s.phase().name()).toArray(String[]::new),
                drive.runId(),
                drive.epoch(),
                drive.runId(),
                now());
        wrote(drive, begun.size());
        return begun;
    }

    /**
     * Writes down what came of a step, and what was found out about the device, in one.
     *
     * @return when, UTC
     */
    public Instant end(Drive drive, Begun step, PhaseResult result) {
        Timestamp now = now();
        PhaseResult.Found found = result.found();
        wrote(
                drive,
                jdbc.update(
                        "with step as (update run_step set state = ?, words = ?, ended_at = ? where id = ?" + IF_MINE
                                + " returning id, run_device_id), device as (update run_device d set"
                                + " before_backup_id = coalesce(?::bigint, before_backup_id),"
                                + " after_backup_id = coalesce(?::bigint, after_backup_id),"
                                + " holds = coalesce(?::text, holds),"
                                + " timer_until = case when ? then null else timer_until end"
                                + " from step where ? and d.id = step.run_device_id)"
                                + " insert into run_line (run_id, run_device_id, at, kind, text, phase, step_state)"
                                + " select ?, run_device_id, ?, 'NOTE', ?, ?, ? from step",
                        result.state().name(),
                        result.words(),
                        now,
                        step.stepId(),
                        drive.runId(),
                        drive.epoch(),
                        // With a type also where there is none: the database prepares the statement once.
                        new SqlParameterValue(Types.BIGINT, found.beforeBackupId()),
                        new SqlParameterValue(Types.BIGINT, found.afterBackupId()),
                        new SqlParameterValue(Types.VARCHAR, found.holds()),
                        found.timerStopped(),
                        !found.equals(PhaseResult.Found.NOTHING),
                        drive.runId(),
                        now,
                        step.phase().word()
                                + (result.state() == StepState.FAILED ? " failed: " : ": ")
                                + result.words(),
                        step.phase().name(),
                        result.state().name()));
        return now.toInstant();
    }

    /** Marks what was going on when a process ended: nobody knows how far it came. */
    public boolean markInterrupted(Drive drive) {
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

    public void sent(Drive drive, long runDeviceId, String text) {
        line(drive, runDeviceId, "SENT", text);
    }

    public void heard(Drive drive, long runDeviceId, String text) {
        line(drive, runDeviceId, "HEARD", text);
    }

    /** @param runDeviceId null for what concerns the run as a whole */
    public void note(Drive drive, Long runDeviceId, String text) {
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

    public void backedUpAfter(Drive drive, long runDeviceId, long backupId) {
        device(drive, runDeviceId, "after_backup_id = ?", backupId);
    }

    /** A push was broken off, and reading back has shown that nothing of it has arrived. */
    public void nothingArrived(Drive drive, long runDeviceId) {
        device(drive, runDeviceId, "written = ?", false);
    }

    /** Stored, with a line that tells of it, before the timer is started, so that whoever takes over knows of it. */
    public void arming(Drive drive, long runDeviceId, String token, Instant until, String words) {
        wrote(
                drive,
                jdbc.update(
                        "with device as (update run_device set timer_token = ?, timer_until = ? where id = ?" + IF_MINE
                                + " returning id) insert into run_line (run_id, run_device_id, at, kind, text)"
                                + " select ?, id, ?, 'NOTE', ? from device",
                        token,
                        Timestamp.from(until),
                        runDeviceId,
                        drive.runId(),
                        drive.epoch(),
                        drive.runId(),
                        now(),
                        words));
    }

    /** The timer does not run any more. */
    public void disarmed(Drive drive, long runDeviceId) {
        device(drive, runDeviceId, "timer_until = ?", (Timestamp) null);
    }

    public void holds(Drive drive, long runDeviceId, String words) {
        device(drive, runDeviceId, "holds = ?", words);
    }

    private void device(Drive drive, long runDeviceId, String assignment, Object... values) {
        Object[] all = Arrays.copyOf(values, values.length + 3);
        all[values.length] = runDeviceId;
        all[values.length + 1] = drive.runId();
        all[values.length + 2] = drive.epoch();
        wrote(drive, jdbc.update("update run_device set " + assignment + " where id = ?" + IF_MINE, all));
    }

    /** Whether a push may go on: nobody has stopped the run, and nothing has made it turn back. */
    public boolean mayGoOn(Drive drive, long runDeviceId) {
        List<Boolean> answer = jdbc.queryForList(
                "select " + MAY_GO_ON + " from run r join run_device d on d.run_id = r.id"
                        + " where r.id = ? and r.epoch = ? and d.id = ?",
                Boolean.class,
                drive.runId(),
                drive.epoch(),
                runDeviceId);
        wrote(drive, answer.size());
        return answer.get(0);
    }

    /**
     * Stores a command that is about to be sent; from the first one on, the device may hold something of the script.
     *
     * @param stoppable whether it is sent only as long as {@link #mayGoOn}
     * @return whether to send it
     */
    public boolean sending(Drive drive, long runDeviceId, String text, boolean stoppable) {
        List<Boolean> answer = jdbc.queryForList(
                "with asked as (select d.id, not ? or " + MAY_GO_ON + " as send from run r join run_device d"
                        + " on d.run_id = r.id where r.id = ? and r.epoch = ? and d.id = ?),"
                        + " device as (update run_device d set written = true from asked a"
                        + " where a.send and d.id = a.id and not d.written),"
                        + " line as (insert into run_line (run_id, run_device_id, at, kind, text)"
                        + " select ?, id, ?, 'SENT', ? from asked where send)"
                        + " select send from asked",
                Boolean.class,
                stoppable,
                drive.runId(),
                drive.epoch(),
                runDeviceId,
                drive.runId(),
                now(),
                text);
        wrote(drive, answer.size());
        return answer.get(0);
    }

    /** Who stopped the run, or what did. */
    public String stoppedBy(long runId) {
        return jdbc.queryForObject(
                "select coalesce(stop_requested_by, 'a failure elsewhere') from run where id = ?", String.class, runId);
    }

    public void state(Drive drive, RunState state) {
        jdbc.update(
                "update run set state = ?, hold_reason = null, hold_devices = null, held_since = null"
                        + " where id = ? and epoch = ? and (state <> ? or hold_reason is not null)",
                state.name(),
                drive.runId(),
                drive.epoch(),
                state.name());
    }

    /** @return false when it was held for the same reason already */
    public boolean hold(Drive drive, Decision.Hold hold) {
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

    public void times(Drive drive, Instant estimatedEnd, Instant turnBackAt, long wayBackSeconds) {
        jdbc.update(
                "update run set estimated_end = ?, turn_back_at = ?, way_back_seconds = ? where id = ? and epoch = ?",
                Timestamp.from(estimatedEnd),
                Timestamp.from(turnBackAt),
                wayBackSeconds,
                drive.runId(),
                drive.epoch());
    }
}
