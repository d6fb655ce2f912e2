package io.safestep.core.drift;

import static io.safestep.core.drift.FindingState.ADOPTED;
import static io.safestep.core.drift.FindingState.CLOSED;
import static io.safestep.core.drift.FindingState.LINKED;
import static io.safestep.core.drift.FindingState.ON_HOLD;
import static io.safestep.core.drift.FindingState.OPEN;
import static io.safestep.core.drift.FindingState.REVERTED;
import static io.safestep.core.drift.FindingState.REVERTING;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;

/**
 * The table of what can happen to a finding. A step that is not in it does not exist. Nothing but a person ends a finding,
 * with one exception: a person has opened a change that brings the device back, and the device is back. The front door of
 * this package.
 */
public final class FindingTransitions {

    private static final Map<FindingState, Map<FindingStep, FindingState>> TABLE = new EnumMap<>(FindingState.class);

    static {
        for (FindingState from : new FindingState[] {OPEN, ON_HOLD, LINKED, REVERTING}) {
            allow(from, FindingStep.ADOPT, ADOPTED);
            allow(from, FindingStep.LINK, LINKED);
            allow(from, FindingStep.HOLD, ON_HOLD);
            allow(from, FindingStep.CHANGED_AGAIN, OPEN);
            // That it matches again is seen and said; it does not make the finding disappear.
            allow(from, FindingStep.MATCHES_AGAIN, from);
        }
        for (FindingState from : new FindingState[] {OPEN, ON_HOLD, LINKED}) {
            allow(from, FindingStep.REVERT, REVERTING);
            allow(from, FindingStep.CLOSE, CLOSED);
        }
        for (FindingState from : new FindingState[] {ON_HOLD, LINKED, REVERTING}) {
            allow(from, FindingStep.REOPEN, OPEN);
        }
        allow(ON_HOLD, FindingStep.HOLD_ENDED, OPEN);
        allow(REVERTING, FindingStep.CHANGE_ENDED, OPEN);
        allow(REVERTING, FindingStep.MATCHES_AGAIN, REVERTED);
    }

    private FindingTransitions() {}

    private static void allow(FindingState from, FindingStep step, FindingState to) {
        TABLE.computeIfAbsent(from, f -> new EnumMap<>(FindingStep.class)).put(step, to);
    }

    /**
     * @param matches whether the device holds its baseline now
     * @return the state after the step; empty when it is not possible
     */
    public static Optional<FindingState> after(FindingState from, FindingStep step, boolean matches) {
        boolean aboutADifference = step == FindingStep.ADOPT || step == FindingStep.REVERT;
        if (step == FindingStep.CLOSE && !matches || aboutADifference && matches) {
            return Optional.empty();
        }
        return Optional.ofNullable(TABLE.getOrDefault(from, Map.of()).get(step));
    }
}
