package io.safestep.app.access;

import io.safestep.drivers.trial.StageResult;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * How one stage of a connection test went.
 *
 * @param stage its name for people
 * @param outcome {@code passed}, {@code failed}, {@code not known} or {@code not reached}
 * @param advice what to do about it; null when there is nothing to do
 */
public record StageView(
        String stage,
        String outcome,
        String words,
        @Nullable String advice) {

    static StageView of(StageResult result) {
        return new StageView(
                result.stage().title(),
                result.outcome().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                result.words(),
                result.advice());
    }

    static List<StageView> of(List<StageResult> results) {
        return results.stream().map(StageView::of).toList();
    }
}
