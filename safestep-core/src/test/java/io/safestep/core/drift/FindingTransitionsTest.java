package io.safestep.core.drift;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;

class FindingTransitionsTest {

    @Test
    void nothingButAPersonEndsAFindingUnlessAPersonHasOpenedTheChangeThatBroughtTheDeviceBack() {
        for (FindingState from : FindingState.values()) {
            for (FindingStep step : FindingStep.values()) {
                for (boolean matches : new boolean[] {true, false}) {
                    Optional<FindingState> to = FindingTransitions.after(from, step, matches);
                    if (to.filter(FindingState::isFinal).isPresent() && !step.isByPerson()) {
                        assertThat(from).as("%s by %s", to, step).isEqualTo(FindingState.REVERTING);
                        assertThat(to).contains(FindingState.REVERTED);
                    }
                }
            }
        }
    }

    @Test
    void whatIsFinalStaysAsItIs() {
        for (FindingState from : FindingState.values()) {
            for (FindingStep step : FindingStep.values()) {
                assertThat(FindingTransitions.after(from, step, false).isPresent() && from.isFinal())
                        .as("%s from %s", step, from)
                        .isFalse();
            }
        }
    }

    @Test
    void aDeviceThatWasChangedOnceMoreIsDecidedAboutOnceMore() {
        for (FindingState from : FindingState.values()) {
            if (!from.isFinal()) {
                assertThat(FindingTransitions.after(from, FindingStep.CHANGED_AGAIN, false))
                        .as("from %s", from)
                        .contains(FindingState.OPEN);
            }
        }
    }

    @Test
    void aDifferenceCantBeClosedAndWhatIsNoDifferenceCantBeAdoptedOrReverted() {
        assertThat(FindingTransitions.after(FindingState.OPEN, FindingStep.CLOSE, false))
                .isEmpty();
        assertThat(FindingTransitions.after(FindingState.OPEN, FindingStep.CLOSE, true))
                .contains(FindingState.CLOSED);
        assertThat(FindingTransitions.after(FindingState.OPEN, FindingStep.ADOPT, true))
                .isEmpty();
        assertThat(FindingTransitions.after(FindingState.OPEN, FindingStep.REVERT, true))
                .isEmpty();
    }
}
