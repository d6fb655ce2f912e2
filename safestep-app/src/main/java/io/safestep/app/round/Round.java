package io.safestep.app.round;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One action on many devices. */
@Entity
class Round {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String action;
    private String argument;
    private String startedBy;
    private Instant startedAt;
    private Instant endedAt;
    private String stopRequestedBy;
    private Long retryOf;
    private int spreadMinutes;

    protected Round() {}

    /** @param spreadMinutes over how long a stretch its devices are begun */
    Round(
            String action,
            String argument,
            String startedBy,
            Instant startedAt,
            @Nullable Long retryOf,
            int spreadMinutes) {
        this.action = action;
        this.argument = argument;
        this.startedBy = startedBy;
        this.startedAt = startedAt;
        this.retryOf = retryOf;
        this.spreadMinutes = spreadMinutes;
    }

    Long id() {
        return id;
    }

    String action() {
        return action;
    }

    String argument() {
        return argument;
    }

    String startedBy() {
        return startedBy;
    }

    Instant startedAt() {
        return startedAt;
    }

    Instant endedAt() {
        return endedAt;
    }

    void end(Instant at) {
        endedAt = at;
    }

    String stopRequestedBy() {
        return stopRequestedBy;
    }

    void stop(String person) {
        stopRequestedBy = person;
    }

    int spreadMinutes() {
        return spreadMinutes;
    }

    Long retryOf() {
        return retryOf;
    }
}
