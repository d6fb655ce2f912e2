package io.safestep.app.run.journal;

import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.jspecify.annotations.Nullable;

/** One line of what was said during a run, in order. Also the event by which browsers learn that something happened. */
@Entity
@Immutable
public class RunLine {

    /** Who speaks. */
    public enum Kind {
        /** Safe Step to the device. */
        SENT,
        /** The device to Safe Step. */
        HEARD,
        /** Safe Step about what it does and finds. */
        NOTE
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long runId;
    private Long runDeviceId;
    private Instant at;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private String text;

    @Enumerated(EnumType.STRING)
    private Phase phase;

    @Enumerated(EnumType.STRING)
    private StepState stepState;

    protected RunLine() {}

    public RunLine(Long runId, @Nullable Long runDeviceId, Instant at, Kind kind, String text) {
        this.runId = runId;
        this.runDeviceId = runDeviceId;
        this.at = at;
        this.kind = kind;
        this.text = text;
    }

    Long id() {
        return id;
    }

    Long runId() {
        return runId;
    }

    Long runDeviceId() {
        return runDeviceId;
    }

    Instant at() {
        return at;
    }

    Kind kind() {
        return kind;
    }

    /** The phase of which it tells the state; null when it is about something else. */
    Phase phase() {
        return phase;
    }

    StepState stepState() {
        return stepState;
    }

    String text() {
        return text;
    }
}
