package io.safestep.app.run.checks;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A question that a check of a run asks a person, and the answer. */
@Entity
public class CheckQuestion {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long runDeviceId;
    private Long checkId;
    private Instant askedAt;
    private Instant waitsUntil;

    /** Null until somebody has answered. */
    private Boolean confirmed;

    private String words;
    private String answeredBy;
    private Instant answeredAt;

    protected CheckQuestion() {}

    CheckQuestion(Long runDeviceId, Long checkId) {
        this.runDeviceId = runDeviceId;
        this.checkId = checkId;
    }

    void ask(Instant now, Instant until) {
        askedAt = now;
        waitsUntil = until;
        confirmed = null;
        words = null;
        answeredBy = null;
        answeredAt = null;
    }

    void answer(boolean yes, String said, String login, Instant now) {
        confirmed = yes;
        words = said;
        answeredBy = login;
        answeredAt = now;
    }

    public Long runDeviceId() {
        return runDeviceId;
    }

    public Long checkId() {
        return checkId;
    }

    Instant askedAt() {
        return askedAt;
    }

    public Instant waitsUntil() {
        return waitsUntil;
    }

    boolean answered() {
        return confirmed != null;
    }

    boolean confirmed() {
        return Boolean.TRUE.equals(confirmed);
    }

    String words() {
        return words;
    }

    String answeredBy() {
        return answeredBy;
    }
}
