package io.safestep.app.round;

import io.safestep.app.sight.Sight;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A round with its results.
 *
 * @param startedAt UTC
 * @param endedAt UTC; null while it goes on
 * @param stopRequestedBy who asked to stop it; null when nobody did
 * @param retryOf the round whose failed devices it tries again; null for none
 */
public record RoundView(
        long id,
        String action,
        String title,
        String argument,
        String startedBy,
        Instant startedAt,
        @Nullable Instant endedAt,
        @Nullable String stopRequestedBy,
        @Nullable Long retryOf,
        Counts counts,
        List<Result> results) {

    /** With the results on devices that somebody sees; the counts are those of the whole round. */
    RoundView told(Sight sight) {
        return new RoundView(
                id,
                action,
                title,
                argument,
                startedBy,
                startedAt,
                endedAt,
                stopRequestedBy,
                retryOf,
                counts,
                sight.seen(results, Result::device));
    }

    public record Counts(int waiting, int going, int done, int failed, int skipped) {}

    /**
     * @param words null before it is done
     * @param detail more of it, as JSON; null for none
     * @param endedAt UTC
     */
    public record Result(
            String device,
            Turn state,
            @Nullable String words,
            @Nullable String detail,
            @Nullable Instant endedAt) {}
}
