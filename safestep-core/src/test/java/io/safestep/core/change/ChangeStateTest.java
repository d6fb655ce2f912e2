package io.safestep.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class ChangeStateTest {

    @Test
    void whatIsWrittenDownEndsOrHasBeenRunIsNotWrittenAnew() {
        Set<ChangeState> editable = EnumSet.noneOf(ChangeState.class);
        for (ChangeState state : ChangeState.values()) {
            if (state.editable()) {
                editable.add(state);
            }
        }
        assertThat(editable)
                .containsExactlyInAnyOrder(
                        ChangeState.DRAFT, ChangeState.RETURNED, ChangeState.IN_REVIEW, ChangeState.APPROVED);
    }

    @ParameterizedTest
    @EnumSource(ChangeState.class)
    void noStateIsTwoOfThese(ChangeState state) {
        int kinds = (state.editable() ? 1 : 0) + (state.hasRun() ? 1 : 0) + (state.ended() ? 1 : 0);
        assertThat(kinds)
                .as("%s is booked or running where it is none of them", state)
                .isLessThanOrEqualTo(1);
        assertThat(kinds == 0).isEqualTo(state == ChangeState.BOOKED || state == ChangeState.RUNNING);
    }

    @Test
    void itsWordIsWhatPeopleSay() {
        assertThat(ChangeState.NEEDS_ATTENTION.word()).isEqualTo("needs attention");
        assertThat(ChangeState.ROLLED_BACK.word()).isEqualTo("rolled back");
    }

    @Test
    void onlyADecisionAboutWhatWasSubmittedAnswersIt() {
        assertThat(Verdict.values())
                .filteredOn(Verdict::answersSubmission)
                .containsExactlyInAnyOrder(Verdict.APPROVED, Verdict.RETURNED, Verdict.REJECTED);
        assertThat(Verdict.values()).allSatisfy(v -> assertThat(v.words()).isNotBlank());
    }
}
