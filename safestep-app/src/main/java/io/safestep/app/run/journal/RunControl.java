package io.safestep.app.run.journal;

import io.safestep.core.run.Phase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** What a person did to a run. An override and an acceptance count when a second person has agreed. */
@Entity
public class RunControl {

    /** What was done. */
    public enum Kind {
        STOP,
        PAUSE,
        RESUME,
        SKIP,
        RETRY,
        OVERRIDE,
        LENGTHEN,
        RETRY_WAY_BACK,
        ACCEPT;

        boolean needsSecond() {
            return this == OVERRIDE || this == ACCEPT;
        }
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long runId;
    private Long runDeviceId;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    @Enumerated(EnumType.STRING)
    private Phase phase;

    private String reason;
    private String askedBy;
    private Instant askedAt;
    private String secondedBy;
    private Instant secondedAt;

    protected RunControl() {}

    public RunControl(
            Long runId,
            @Nullable Long runDeviceId,
            Kind kind,
            @Nullable Phase phase,
            String reason,
            String askedBy,
            Instant askedAt) {
        this.runId = runId;
        this.runDeviceId = runDeviceId;
        this.kind = kind;
        this.phase = phase;
        this.reason = reason;
        this.askedBy = askedBy;
        this.askedAt = askedAt;
    }

    Long id() {
        return id;
    }

    public Long runDeviceId() {
        return runDeviceId;
    }

    public Kind kind() {
        return kind;
    }

    public Phase phase() {
        return phase;
    }

    public String reason() {
        return reason;
    }

    public String askedBy() {
        return askedBy;
    }

    public Instant askedAt() {
        return askedAt;
    }

    public String secondedBy() {
        return secondedBy;
    }

    public boolean waitsForSecond() {
        return kind.needsSecond() && secondedBy == null;
    }

    public void second(String login, Instant now) {
        secondedBy = login;
        secondedAt = now;
    }

    Instant secondedAt() {
        return secondedAt;
    }
}
