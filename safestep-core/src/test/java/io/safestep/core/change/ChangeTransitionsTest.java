package io.safestep.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ChangeTransitionsTest {

    @Test
    void nothingRunsWithoutApprovalAndBooking() {
        for (ChangeState state : ChangeState.values()) {
            boolean mayStart =
                    ChangeTransitions.after(state, ChangeAction.START_RUN).isPresent();
            assertThat(mayStart).as("start from %s", state).isEqualTo(state == ChangeState.BOOKED);
            boolean mayBook = ChangeTransitions.after(state, ChangeAction.BOOK).isPresent();
            assertThat(mayBook).as("book from %s", state).isEqualTo(state == ChangeState.APPROVED);
        }
    }

    @Test
    void editingAfterSubmissionNeverKeepsReviewOrApproval() {
        assertThat(ChangeTransitions.after(ChangeState.APPROVED, ChangeAction.EDIT_CONTENT))
                .contains(ChangeState.DRAFT);
        assertThat(ChangeTransitions.after(ChangeState.IN_REVIEW, ChangeAction.EDIT_CONTENT))
                .contains(ChangeState.DRAFT);
        assertThat(ChangeTransitions.after(ChangeState.BOOKED, ChangeAction.EDIT_CONTENT))
                .isEmpty();
    }

    @Test
    void endedStatesAreTheEnd() {
        for (ChangeState state : ChangeState.values()) {
            assertThat(ChangeTransitions.actions(state).isEmpty())
                    .as("%s", state)
                    .isEqualTo(state.ended());
        }
    }
}
