package io.safestep.app.schedule.freezes;

import io.safestep.core.schedule.Occurrence;
import java.time.Instant;
import java.util.List;

/**
 * One time at which a freeze holds.
 *
 * @param begins UTC
 * @param ends UTC
 * @param scope what it holds for, in words
 */
public record Frozen(long freezeId, String name, String reason, Instant begins, Instant ends, String scope) {

    public Occurrence occurrence() {
        return new Occurrence(begins, ends);
    }

    public static List<Occurrence> occurrences(List<Frozen> frozen) {
        return frozen.stream().map(Frozen::occurrence).toList();
    }
}
