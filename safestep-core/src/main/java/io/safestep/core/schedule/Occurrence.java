package io.safestep.core.schedule;

import java.time.Duration;
import java.time.Instant;

/** One opening of a window, from {@code start} up to but without {@code end}. Both UTC. */
public record Occurrence(Instant start, Instant end) {

    public boolean contains(Instant moment) {
        return !moment.isBefore(start) && moment.isBefore(end);
    }

    public boolean overlaps(Instant from, Instant to) {
        return start.isBefore(to) && end.isAfter(from);
    }

    public Duration length() {
        return Duration.between(start, end);
    }
}
