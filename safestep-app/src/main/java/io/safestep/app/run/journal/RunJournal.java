package io.safestep.app.run.journal;

import io.safestep.core.run.Decision;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
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

    private static final String MINE = " from run r where r.id = :runId and r.epoch = :epoch";
    private static final String MAY_GO_ON = "(r.stop_requested_at is null and not r.turning_back and not d.taken_back)";
    private static final String IF_MINE = " and exists (select 1" + MINE + ")";

    private static final String BEGIN = """
            with step as (
              insert into run_step (run_device_id, phase, state, started_at)
              select b.device, b.phase, 'GOING', :now
              from unnest(:devices::bigint[], :phases::text[]) with ordinality b (device, phase, number), run r
              where r.id = :runId and r.epoch = :epoch
              order by b.number
              returning id, run_device_id, phase),
            line as (
              insert into run_line (run_id, run_device_id, at, kind, text, phase, step_state)
              select :runId, run_device_id, :now, 'NOTE', lower(replace(phase, '_', ' ')) || ' begins', phase, 'GOING'
              from step)
            select step.id, step.run_device_id, step.phase,\s""" + Reached.COLUMNS
            + " from step join run_device d on d.id = step.run_device_id" + Reached.PUSHES + " order by step.id";

    private static final String END = """
            with step as (
              update run_step set state = :state, words = :words, ended_at = :now where id = :step
              and exists (select 1 from run r where r.id = :runId and r.epoch = :epoch)
              returning id, run_device_id),
            device as (
              update run_device d set
                before_backup_id = coalesce(:before::bigint, before_backup_id),
                after_backup_id = coalesce(:after::bigint, after_backup_id),
                holds = coalesce(:holds::text, holds),
                timer_until = case when :timerStopped then null else timer_until end
              from step where :found and d.id = step.run_device_id)
            insert into run_line (run_id, run_device_id, at, kind, text, phase, step_state)
            select :runId, run_device_id, :now, 'NOTE', :line, :phase, :state from step""";

    private static final String SENDING =
            "with asked as (select d.id, not :stoppable or " + MAY_GO_ON + " as send" + """
              from run r join run_device d on d.run_id = r.id
              where r.id = :runId and r.epoch = :epoch and d.id = :runDeviceId),
            device as (
              update run_device d set written = true from asked a where a.send and d.id = a.id and not d.written),
            line as (
              insert into run_line (run_id, run_device_id, at, kind, text)
              select :runId, id, :now, 'SENT', :text from asked where send)
            select send from asked""";

    private final JdbcClient jdbc;
    private final RunSignals signals;
    private final Clock clock;

    RunJournal(JdbcClient jdbc, RunSignals signals, Clock clock) {
        this.jdbc = jdbc;
        this.signals = signals;
        this.clock = clock;
    }

    /** A statement that writes something only as long as nobody else drives the run. */
    private JdbcClient.StatementSpec fenced(Drive drive, String sql) {
        return jdbc.sql(sql).param("runId", drive.runId()).param("epoch", drive.epoch());
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
        int epoch = jdbc.sql("update run set epoch = epoch + 1 where id = :runId returning epoch")
                .param("runId", runId)
                .query(Integer.class)
                .single();
        return new Drive(runId, epoch);
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
        List<Begun> begun = fenced(drive, BEGIN)
                .param("now", now())
                .param("devices", steps.stream().map(Beginning::runDeviceId).toArray(Long[]::new))
                .param("phases", steps.stream().map(s -> s.phase().name()).toArray(String[]::new))
                .query((row, number) -> new Begun(
                        row.getLong("id"),
                        row.getLong("run_device_id"),
                        Phase.valueOf(row.getString("phase")),
                        Reached.of(row)))
                .list();
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
        String words = step.phase().word() + (result.state() == StepState.FAILED ? " failed: " : ": ") + result.words();
        wrote(
                drive,
                fenced(drive, END)
                        .param("state", result.state().name())
                        .param("words", result.words())
                        .param("now", now)
                        .param("step", step.stepId())
                        // With a type also where there is none: the database prepares the statement once.
                        .param("before", found.beforeBackupId(), Types.BIGINT)
                        .param("after", found.afterBackupId(), Types.BIGINT)
                        .param("holds", found.holds(), Types.VARCHAR)
                        .param("timerStopped", found.timerStopped())
                        .param("found", !found.equals(PhaseResult.Found.NOTHING))
                        .param("line", words)
                        .param("phase", step.phase().name())
                        .update());
        return now.toInstant();
    }

    /** Marks what was going on when a process ended: nobody knows how far it came. */
    public boolean markInterrupted(Drive drive) {
        String interrupted = """
                update run_step s set state = 'INTERRUPTED', ended_at = :now, words = :words from run_device d
                where d.id = s.run_device_id and d.run_id = :runId and s.state = 'GOING'""" + IF_MINE;
        return fenced(drive, interrupted)
                        .param("now", now())
                        .param("words", "Safe Step ended while this was going on. How far it came is not known.")
                        .update()
                > 0;
    }

    public void sent(Drive drive, long runDeviceId, String text) {
        line(drive, runDeviceId, "SENT", text);
    }

    public void heard(Drive drive, long runDeviceId, String text) {
        line(drive, runDeviceId, "HEARD", text);
    }

    /** @param runDeviceId null for what concerns the run as a whole */
    public void note(Drive drive, @Nullable Long runDeviceId, String text) {
        line(drive, runDeviceId, "NOTE", text);
    }

    private void line(Drive drive, @Nullable Long runDeviceId, String kind, String text) {
        String insert = """
                insert into run_line (run_id, run_device_id, at, kind, text)
                select :runId, :runDeviceId::bigint, :now, :kind, :text""" + MINE;
        wrote(
                drive,
                fenced(drive, insert)
                        .param("runDeviceId", runDeviceId)
                        .param("now", now())
                        .param("kind", kind)
                        .param("text", text)
                        .update());
    }

    public void backedUpAfter(Drive drive, long runDeviceId, long backupId) {
        device(drive, runDeviceId, "after_backup_id = :value", backupId);
    }

    /** A push was broken off, and reading back has shown that nothing of it has arrived. */
    public void nothingArrived(Drive drive, long runDeviceId) {
        device(drive, runDeviceId, "written = :value", false);
    }

    /** Stored, with a line that tells of it, before the timer is started, so that whoever takes over knows of it. */
    public void arming(Drive drive, long runDeviceId, String token, Instant until, String words) {
        String insert =
                "with device as (update run_device set timer_token = :token, timer_until = :until where id = :runDeviceId"
                        + IF_MINE
                        + """
                 returning id)
                insert into run_line (run_id, run_device_id, at, kind, text)
                select :runId, id, :now, 'NOTE', :words from device""";
        wrote(
                drive,
                fenced(drive, insert)
                        .param("token", token)
                        .param("until", Timestamp.from(until))
                        .param("runDeviceId", runDeviceId)
                        .param("now", now())
                        .param("words", words)
                        .update());
    }

    /** The timer does not run any more. */
    public void disarmed(Drive drive, long runDeviceId) {
        device(drive, runDeviceId, "timer_until = :value", null);
    }

    public void holds(Drive drive, long runDeviceId, String words) {
        device(drive, runDeviceId, "holds = :value", words);
    }

    private void device(Drive drive, long runDeviceId, String assignment, @Nullable Object value) {
        wrote(
                drive,
                fenced(drive, "update run_device set " + assignment + " where id = :runDeviceId" + IF_MINE)
                        .param("value", value)
                        .param("runDeviceId", runDeviceId)
                        .update());
    }

    /** Whether a push may go on: nobody has stopped the run, and nothing has made it turn back. */
    public boolean mayGoOn(Drive drive, long runDeviceId) {
        String asked = "select " + MAY_GO_ON + """
                 from run r join run_device d on d.run_id = r.id
                where r.id = :runId and r.epoch = :epoch and d.id = :runDeviceId""";
        List<Boolean> answer = fenced(drive, asked)
                .param("runDeviceId", runDeviceId)
                .query(Boolean.class)
                .list();
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
        List<Boolean> answer = fenced(drive, SENDING)
                .param("stoppable", stoppable)
                .param("runDeviceId", runDeviceId)
                .param("now", now())
                .param("text", text)
                .query(Boolean.class)
                .list();
        wrote(drive, answer.size());
        return answer.get(0);
    }

    /** Who stopped the run, or what did. */
    public String stoppedBy(long runId) {
        return jdbc.sql("select coalesce(stop_requested_by, 'a failure elsewhere') from run where id = :runId")
                .param("runId", runId)
                .query(String.class)
                .single();
    }

    public void state(Drive drive, RunState state) {
        fenced(drive, """
                update run set state = :state, hold_reason = null, hold_devices = null, held_since = null
                where id = :runId and epoch = :epoch and (state <> :state or hold_reason is not null)""").param("state", state.name()).update();
    }

    /** @return false when it was held for the same reason already */
    public boolean hold(Drive drive, Decision.Hold hold) {
        String devices = String.join(",", hold.devices());
        return fenced(drive, """
                        update run set state = 'PAUSED', hold_reason = :reason, hold_devices = :devices, held_since = :now
                        where id = :runId and epoch = :epoch
                          and not (state = 'PAUSED' and hold_reason is not distinct from :reason
                            and hold_devices is not distinct from :devices)""")
                        .param("reason", hold.reason().name())
                        .param("devices", devices)
                        .param("now", now())
                        .update()
                > 0;
    }

    public void times(Drive drive, Instant estimatedEnd, Instant turnBackAt, long wayBackSeconds) {
        fenced(drive, """
                update run set estimated_end = :estimatedEnd, turn_back_at = :turnBackAt, way_back_seconds = :wayBackSeconds
                where id = :runId and epoch = :epoch""")
                .param("estimatedEnd", Timestamp.from(estimatedEnd))
                .param("turnBackAt", Timestamp.from(turnBackAt))
                .param("wayBackSeconds", wayBackSeconds)
                .update();
    }
}
