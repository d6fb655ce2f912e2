package io.safestep.app.run.checks;

import io.safestep.core.check.evaluation.CheckOutcome;
import io.safestep.core.check.evaluation.CheckVerdict;
import io.safestep.core.check.evaluation.Observation;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.Immutable;
import org.jspecify.annotations.Nullable;

/** What one look at one check found. */
@Entity
@Immutable
public class CheckResult {

    /** When it was looked at. */
    public enum Stage {
        BEFORE,
        AFTER,
        UNDONE
    }

    private static final int MOST_OUTPUT = 64_000;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long runDeviceId;
    private Long checkId;

    @Enumerated(EnumType.STRING)
    private Stage stage;

    private String observed;
    private String summary;
    private String output;
    private boolean seen;

    @Enumerated(EnumType.STRING)
    private CheckOutcome outcome;

    private String words;
    private int attempt;
    private Instant at;

    protected CheckResult() {}

    public CheckResult(
            Long runDeviceId,
            Long checkId,
            Stage stage,
            @Nullable Observation observation,
            CheckVerdict verdict,
            int attempt,
            Instant at) {
        this.runDeviceId = runDeviceId;
        this.checkId = checkId;
        this.stage = stage;
        this.observed = observation == null ? "" : String.join("\n", observation.rows());
        this.output = observation == null ? "" : bounded(observation.output());
        this.summary = observation == null ? "not seen" : observation.summary();
        this.seen = observation != null;
        this.outcome = verdict.outcome();
        this.words = verdict.words();
        this.attempt = attempt;
        this.at = at;
    }

    public Long runDeviceId() {
        return runDeviceId;
    }

    public Long checkId() {
        return checkId;
    }

    public Stage stage() {
        return stage;
    }

    private static String bounded(String output) {
        return output.length() <= MOST_OUTPUT
                ? output
                : output.substring(0, MOST_OUTPUT) + "\n… (cut here, it was " + output.length() + " characters long)";
    }

    public Observation observation() {
        return new Observation(rows(), output);
    }

    /** Whether it could be looked at. */
    public boolean seen() {
        return seen;
    }

    public List<String> rows() {
        return observed.isEmpty() ? List.of() : List.of(observed.split("\n"));
    }

    /** The device's own words, with what is masked masked; empty when it could not be looked at. */
    public String output() {
        return output;
    }

    public Instant at() {
        return at;
    }

    public String summary() {
        return summary;
    }

    public CheckOutcome outcome() {
        return outcome;
    }

    public String words() {
        return words;
    }

    public int attempt() {
        return attempt;
    }
}
