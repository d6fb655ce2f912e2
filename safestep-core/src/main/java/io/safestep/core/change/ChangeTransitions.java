package io.safestep.core.change;

import static io.safestep.core.change.ChangeState.*;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The table of transitions. One that is not in it does not exist. */
public final class ChangeTransitions {

    private static final Map<ChangeState, Map<ChangeAction, ChangeState>> TABLE = new EnumMap<>(ChangeState.class);

    static {
        put(DRAFT, ChangeAction.EDIT_CONTENT, DRAFT);
        put(DRAFT, ChangeAction.SUBMIT, IN_REVIEW);
        put(DRAFT, ChangeAction.WITHDRAW, WITHDRAWN);

        put(RETURNED, ChangeAction.EDIT_CONTENT, RETURNED);
        put(RETURNED, ChangeAction.SUBMIT, IN_REVIEW);
        put(RETURNED, ChangeAction.WITHDRAW, WITHDRAWN);

        // Content that moves under a review or an approval goes back to the author's desk.
        put(IN_REVIEW, ChangeAction.EDIT_CONTENT, DRAFT);
        put(IN_REVIEW, ChangeAction.APPROVE_PART, IN_REVIEW);
        put(IN_REVIEW, ChangeAction.APPROVE, APPROVED);
        // An emergency: one other person lets it run before it is approved.
        put(IN_REVIEW, ChangeAction.RELEASE, APPROVED);
        put(IN_REVIEW, ChangeAction.RETURN, RETURNED);
        put(IN_REVIEW, ChangeAction.GROUND_MOVED, RETURNED);
        put(IN_REVIEW, ChangeAction.REJECT, REJECTED);
        put(IN_REVIEW, ChangeAction.WITHDRAW, WITHDRAWN);

        put(APPROVED, ChangeAction.EDIT_CONTENT, DRAFT);
        put(APPROVED, ChangeAction.RETURN, RETURNED);
        put(APPROVED, ChangeAction.LAPSE, IN_REVIEW);
        put(APPROVED, ChangeAction.GROUND_MOVED, RETURNED);
        put(APPROVED, ChangeAction.BOOK, BOOKED);
        // An emergency does not wait for a window.
        put(APPROVED, ChangeAction.START_EMERGENCY_RUN, RUNNING);
        put(APPROVED, ChangeAction.WITHDRAW, WITHDRAWN);

        put(BOOKED, ChangeAction.CANCEL_BOOKING, APPROVED);
        put(BOOKED, ChangeAction.LAPSE, IN_REVIEW);
        put(BOOKED, ChangeAction.GROUND_MOVED, RETURNED);
        put(BOOKED, ChangeAction.START_RUN, RUNNING);

        put(RUNNING, ChangeAction.RUN_SUCCEEDED, COMPLETED);
        put(RUNNING, ChangeAction.RUN_ROLLED_BACK, ROLLED_BACK);
        put(RUNNING, ChangeAction.RUN_STUCK, NEEDS_ATTENTION);

        put(COMPLETED, ChangeAction.CLOSE, CLOSED);
        put(ROLLED_BACK, ChangeAction.CLOSE, CLOSED);
        put(NEEDS_ATTENTION, ChangeAction.RETRY_WAY_BACK, RUNNING);
        // What is in no known state is not closed by one person's note.
        put(NEEDS_ATTENTION, ChangeAction.ACCEPT, CLOSED);
    }

    private ChangeTransitions() {}

    private static void put(ChangeState from, ChangeAction action, ChangeState to) {
        TABLE.computeIfAbsent(from, s -> new EnumMap<>(ChangeAction.class)).put(action, to);
    }

    /** The state after the action, or empty when the action is not possible in this state. */
    public static Optional<ChangeState> after(ChangeState from, ChangeAction action) {
        return Optional.ofNullable(TABLE.getOrDefault(from, Map.of()).get(action));
    }

    public static Set<ChangeAction> actions(ChangeState from) {
        Map<ChangeAction, ChangeState> row = TABLE.getOrDefault(from, Map.of());
        return row.isEmpty() ? EnumSet.noneOf(ChangeAction.class) : EnumSet.copyOf(row.keySet());
    }
}
