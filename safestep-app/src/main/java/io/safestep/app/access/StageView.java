package io.safestep.app.access;

import io.safestep.app.round.RoundView;
import io.safestep.drivers.trial.StageResult;
import io.safestep.drivers.trial.StageResult.Outcome;
import java.util.List;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * How one stage of a connection test went.
 *
 * @param stage its name for people
 * @param advice what to do about it; null when there is nothing to do
 */
public record StageView(
        String stage,
        Outcome outcome,
        @Nullable String words,
        @Nullable String advice) {

    static StageView of(StageResult result) {
        return new StageView(result.stage().title(), result.outcome(), result.words(), result.advice());
    }

    /** Reads the detail of a result of a connection test; empty for any other result. */
    public static List<StageView> in(RoundView.Result result) {
        return result.detail() == null
                ? List.of()
                : JsonMapper.shared().readValue(result.detail(), new TypeReference<List<StageView>>() {});
    }

    static List<StageView> of(List<StageResult> results) {
        return results.stream().map(StageView::of).toList();
    }
}
