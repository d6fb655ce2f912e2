package io.safestep.core.next;

import io.safestep.core.change.ChangeState;
import io.safestep.core.change.Verdict;
import io.safestep.core.next.ChangeFacts.Booked;
import io.safestep.core.next.ChangeFacts.Decided;
import io.safestep.core.next.ChangeFacts.Review;
import io.safestep.core.next.ChangeFacts.Run;
import io.safestep.core.run.RunState;
import io.safestep.core.schedule.Occurrence;
import io.safestep.core.schedule.WallClock;
import java.time.Instant;
import java.time.ZoneId;

/** Changes to ask about. */
final class NextFacts {

    static final WallClock HALIFAX = new WallClock(ZoneId.of("America/Halifax"));
    static final Occurrence OPENING =
            new Occurrence(Instant.parse("2026-11-25T05:30:00Z"), Instant.parse("2026-11-25T09:15:00Z"));
    static final Instant TURN_BACK = Instant.parse("2026-11-25T08:51:00Z");
    static final Instant BEFORE = OPENING.start().minusSeconds(600);
    static final Instant INSIDE = OPENING.start().plusSeconds(600);
    static final Decided APPROVED = decided(Verdict.APPROVED);

    private NextFacts() {}

    static Decided decided(Verdict verdict) {
        return new Decided(verdict, "D. Fennimore", "Which VLAN?", "7c1e 90ab");
    }

    static Booked booked(boolean automatic, boolean fits, String freeze, String refusal) {
        return new Booked(OPENING, TURN_BACK, automatic, fits, freeze, refusal);
    }

    static Booked byHand() {
        return booked(false, true, null, null);
    }

    static ChangeFacts in(ChangeState state) {
        return new ChangeFacts("CR-1042", state, "R. Oake", false, 2, BEFORE, Review.NONE, null, null);
    }

    static ChangeFacts emergency(ChangeState state, Review review) {
        return new ChangeFacts("CR-1042", state, "R. Oake", true, 2, BEFORE, review, null, null);
    }

    static ChangeFacts reviewed(ChangeState state, Review review) {
        return new ChangeFacts("CR-1042", state, "R. Oake", false, 2, BEFORE, review, null, null);
    }

    static ChangeFacts at(Instant now, Booked booked) {
        return new ChangeFacts("CR-1042", ChangeState.BOOKED, "R. Oake", false, 2, now, Review.NONE, booked, null);
    }

    static ChangeFacts ran(ChangeState state, Run run) {
        return new ChangeFacts("CR-1042", state, "R. Oake", false, 2, INSIDE, Review.NONE, byHand(), run);
    }

    static Run run(RunState state, boolean written, String waitsFor, String verdict) {
        return new Run(state, written, 2, 1, waitsFor, verdict, null);
    }
}
