package io.safestep.app.run.journal;

import io.safestep.core.run.RunState;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;

/** One time that something of a run was taken back: why, what, and what came of it. */
@Entity
public class RunRollback {

    /** Why something was taken back. */
    public enum Cause {
        FAILURE,
        STOPPED,
        SKIPPED,
        TURN_BACK_POINT,
        /** A way back that had failed was tried once more. */
        RETRIED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long runId;
    private int number;

    @Enumerated(EnumType.STRING)
    private Cause cause;

    private String words;
    private boolean whole;
    private String devices;
    private Instant begunAt;
    private Instant endedAt;

    @Enumerated(EnumType.STRING)
    private RunState state;

    private String verdict;

    protected RunRollback() {}

    /** @param whole everything is taken back, and nothing more is done on the way there */
    public RunRollback(
            Long runId, int number, Cause cause, String words, boolean whole, List<String> devices, Instant now) {
        this.runId = runId;
        this.number = number;
        this.cause = cause;
        this.words = words;
        this.whole = whole;
        this.devices = String.join(",", devices);
        this.begunAt = now;
    }

    public int number() {
        return number;
    }

    public Cause cause() {
        return cause;
    }

    public String words() {
        return words;
    }

    public boolean whole() {
        return whole;
    }

    public List<String> devices() {
        return devices.isEmpty() ? List.of() : List.of(devices.split(","));
    }

    public Instant begunAt() {
        return begunAt;
    }

    public Instant endedAt() {
        return endedAt;
    }

    public RunState state() {
        return state;
    }

    public String verdict() {
        return verdict;
    }

    public void end(RunState finalState, String text, Instant now) {
        state = finalState;
        verdict = text;
        endedAt = now;
    }
}
