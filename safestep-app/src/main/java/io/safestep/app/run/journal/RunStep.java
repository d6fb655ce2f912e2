package io.safestep.app.run.journal;

import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** One phase on one device, as it was begun and as it ended. Stored as going before anything is done. */
@Entity
public class RunStep {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private RunDevice runDevice;

    @Enumerated(EnumType.STRING)
    private Phase phase;

    @Enumerated(EnumType.STRING)
    private StepState state;

    private Instant startedAt;
    private Instant endedAt;
    private String words;

    protected RunStep() {}

    /** A step that a person decided about. */
    public RunStep(RunDevice runDevice, Phase phase, StepState state, String words, Instant now) {
        this.runDevice = runDevice;
        this.phase = phase;
        this.state = state;
        this.words = words;
        this.startedAt = now;
        this.endedAt = now;
    }

    Long id() {
        return id;
    }

    Phase phase() {
        return phase;
    }

    StepState state() {
        return state;
    }

    Instant startedAt() {
        return startedAt;
    }

    Instant endedAt() {
        return endedAt;
    }

    String words() {
        return words;
    }
}
