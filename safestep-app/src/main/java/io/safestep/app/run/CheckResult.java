package io.safestep.app.run;

import io.safestep.core.check.CheckVerdict;
import io.safestep.core.check.Observation;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.Immutable;

/** What one look at one check found. */
@Entity
@Immutable
class CheckResult {

    /** When it was looked at. */
    enum Stage {
        BEFORE,
        AFTER,
        UNDONE
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long runDeviceId;
    private Long checkId;

    @Enumerated(EnumType.STRING)
    private Stage stage;

    private String observed;
    private String summary;
    private boolean passed;
    private String words;
    private int attempt;
    private Instant at;

    protected CheckResult() {}

    CheckResult(
            Long runDeviceId,
            Long checkId,
            Stage stage,
            Observation observation,
            CheckVerdict verdict,
            int attempt,
            Instant at) {
        this.runDeviceId = runDeviceId;
        this.checkId = checkId;
        this.stage = stage;
        this.observed = String.join("\n", observation.rows());
        this.summary = observation.summary();
        this.passed = verdict.passed();
        this.words = verdict.words();
        this.attempt = attempt;
        this.at = at;
    }

    Long runDeviceId() {
        return runDeviceId;
    }

    Long checkId() {
        return checkId;
    }

    Stage stage() {
        return stage;
    }

    Observation observation() {
        return new Observation(observed.isEmpty() ? List.of() : List.of(observed.split("\n")));
    }

    String summary() {
        return summary;
    }

    boolean passed() {
        return passed;
    }

    String words() {
        return words;
    }

    int attempt() {
        return attempt;
    }
}
