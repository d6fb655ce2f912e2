package io.safestep.core.next;

import static io.safestep.core.next.NextFacts.*;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.change.ChangeState;
import io.safestep.core.change.Verdict;
import io.safestep.core.next.ChangeFacts.Asked;
import io.safestep.core.next.ChangeFacts.Review;
import io.safestep.core.next.Ladder.Build;
import io.safestep.core.next.Ladder.Outlook;
import io.safestep.core.next.Ladder.Step;
import io.safestep.core.run.RunState;
import java.time.Duration;
import org.junit.jupiter.api.Test;

class LadderTest {

    private static final Asked ASKED = new Asked(1, 3, "an approval of team Network leads");

    private static final Build BUILT = new Build(2, 0, 4, true, false);
    private static final Outlook OUTLOOK = new Outlook(OPENING.start(), false, Duration.ofMinutes(34));

    private static Step step(Rung rung, ChangeFacts change, Build build, Outlook outlook) {
        return Ladder.of(change, build, outlook, HALIFAX).stream()
                .filter(s -> s.rung() == rung)
                .findFirst()
                .orElseThrow();
    }

    private static Step step(Rung rung, ChangeFacts change) {
        return step(rung, change, BUILT, OUTLOOK);
    }

    private static Step is(Rung rung, Standing standing, String fact) {
        return new Step(rung, standing, fact);
    }

    @Test
    void hasSixRungsFromTheFirstWordToTheLast() {
        assertThat(Ladder.of(in(ChangeState.DRAFT), BUILT, null, HALIFAX))
                .extracting(s -> s.rung().title())
                .containsExactly("Describe", "Build", "Approve", "Book", "Run", "Close");
    }

    @Test
    void saysHowMuchIsSentAndWhetherTheWayBackIsProven() {
        assertThat(step(Rung.BUILD, in(ChangeState.DRAFT)))
                .isEqualTo(is(Rung.BUILD, Standing.DONE, "4 commands · undo proven"));
        assertThat(step(Rung.BUILD, in(ChangeState.DRAFT), new Build(1, 0, 1, false, false), null))
                .isEqualTo(is(Rung.BUILD, Standing.BLOCKED, "1 command · undo not proven"));
        assertThat(step(Rung.BUILD, in(ChangeState.DRAFT), new Build(1, 0, 1, false, true), null)
                        .standing())
                .isEqualTo(Standing.DONE);
    }

    @Test
    void saysWhereLinesAreWrongOrMissing() {
        assertThat(step(Rung.BUILD, in(ChangeState.DRAFT), new Build(2, 2, 0, true, false), null))
                .isEqualTo(is(Rung.BUILD, Standing.NOT_YET, "lines wrong on 2 devices"));
        assertThat(step(Rung.BUILD, in(ChangeState.DRAFT), new Build(2, 0, 0, true, false), null))
                .isEqualTo(is(Rung.BUILD, Standing.NOT_YET, "no lines yet"));
        assertThat(step(Rung.DESCRIBE, in(ChangeState.DRAFT), new Build(0, 0, 0, true, false), null))
                .isEqualTo(is(Rung.DESCRIBE, Standing.NOT_YET, "no device chosen"));
        assertThat(step(Rung.DESCRIBE, in(ChangeState.DRAFT))).isEqualTo(is(Rung.DESCRIBE, Standing.DONE, "2 devices"));
    }

    /** It is not approved by being released: the rung stays open until somebody has looked at it. */
    @Test
    void anEmergencyIsNotDoneBeforeItWasReviewed() {
        Review released = new Review(decided(Verdict.RELEASED), decided(Verdict.RELEASED), false, ASKED);
        Review reviewed = new Review(decided(Verdict.REVIEWED), decided(Verdict.RELEASED), true, ASKED);
        assertThat(step(Rung.APPROVE, emergency(ChangeState.IN_REVIEW, Review.NONE)))
                .isEqualTo(is(Rung.APPROVE, Standing.BLOCKED, "an emergency, waiting to be released"));
        assertThat(step(Rung.APPROVE, emergency(ChangeState.APPROVED, released)))
                .isEqualTo(is(Rung.APPROVE, Standing.DONE, "released by D. Fennimore"));
        assertThat(step(Rung.APPROVE, emergency(ChangeState.COMPLETED, released)))
                .isEqualTo(is(Rung.APPROVE, Standing.BLOCKED, "released, and not reviewed yet"));
        assertThat(step(Rung.APPROVE, emergency(ChangeState.ROLLED_BACK, released))
                        .standing())
                .isEqualTo(Standing.BLOCKED);
        assertThat(step(Rung.APPROVE, emergency(ChangeState.COMPLETED, reviewed)))
                .isEqualTo(is(Rung.APPROVE, Standing.DONE, "released by D. Fennimore, reviewed"));
    }

    @Test
    void namesWhoApprovedAndWhichSeal() {
        Review review = new Review(APPROVED, APPROVED, true, ASKED);
        assertThat(step(Rung.APPROVE, reviewed(ChangeState.APPROVED, review)))
                .isEqualTo(is(Rung.APPROVE, Standing.DONE, "by D. Fennimore, seal 7c1e 90ab"));
        assertThat(step(Rung.APPROVE, reviewed(ChangeState.IN_REVIEW, new Review(null, null, false, ASKED))))
                .isEqualTo(is(Rung.APPROVE, Standing.BLOCKED, "1 of 3, waiting for an approver"));
        assertThat(step(Rung.APPROVE, in(ChangeState.DRAFT))).isEqualTo(is(Rung.APPROVE, Standing.NOT_YET, ""));
    }

    @Test
    void showsABrokenSeal() {
        Review lapsed = new Review(APPROVED, null, false, ASKED);
        assertThat(step(Rung.APPROVE, reviewed(ChangeState.DRAFT, lapsed)))
                .isEqualTo(is(Rung.APPROVE, Standing.BLOCKED, "seal broken, approval lapsed"));
    }

    @Test
    void tellsReturnedFromRejected() {
        assertThat(step(
                        Rung.APPROVE,
                        reviewed(ChangeState.RETURNED, new Review(decided(Verdict.RETURNED), null, false, ASKED))))
                .isEqualTo(is(Rung.APPROVE, Standing.BLOCKED, "returned by D. Fennimore"));
        assertThat(step(
                        Rung.APPROVE,
                        reviewed(ChangeState.REJECTED, new Review(decided(Verdict.REJECTED), null, false, ASKED))))
                .isEqualTo(is(Rung.APPROVE, Standing.FAILED, "rejected by D. Fennimore"));
    }

    @Test
    void saysWhereItFitsBeforeItIsBooked() {
        assertThat(step(Rung.BOOK, in(ChangeState.APPROVED)))
                .isEqualTo(is(Rung.BOOK, Standing.BLOCKED, "fits Wed 25 Nov 01:30, 34 min spare"));
        assertThat(step(
                                Rung.BOOK,
                                in(ChangeState.DRAFT),
                                BUILT,
                                new Outlook(OPENING.start(), true, Duration.ofHours(2)))
                        .fact())
                .isEqualTo("fits now, 2 h 00 spare");
        assertThat(step(Rung.BOOK, in(ChangeState.DRAFT), BUILT, null))
                .isEqualTo(is(Rung.BOOK, Standing.NOT_YET, "no window fits"));
        assertThat(step(Rung.BOOK, in(ChangeState.WITHDRAWN)).fact()).isEmpty();
        assertThat(step(Rung.BOOK, emergency(ChangeState.COMPLETED, Review.NONE)))
                .isEqualTo(is(Rung.BOOK, Standing.NONE, "an emergency needs no window"));
    }

    @Test
    void saysWhenItRunsOnceItIsBookedAndWhatStandsInTheWay() {
        assertThat(step(Rung.BOOK, at(BEFORE, byHand())))
                .isEqualTo(is(Rung.BOOK, Standing.DONE, "Wed 25 Nov 01:30 to 05:15"));
        assertThat(step(Rung.RUN, at(BEFORE, byHand())))
                .isEqualTo(is(Rung.RUN, Standing.NOT_YET, "turn back by 04:51"));
        assertThat(step(Rung.RUN, at(INSIDE, byHand())).standing()).isEqualTo(Standing.BLOCKED);
        assertThat(step(Rung.BOOK, at(OPENING.end(), byHand())))
                .isEqualTo(is(Rung.BOOK, Standing.BLOCKED, "window has closed"));
        assertThat(step(Rung.BOOK, at(BEFORE, booked(false, false, "Regatta.", null))))
                .isEqualTo(is(Rung.BOOK, Standing.BLOCKED, "a freeze is in the way"));
        assertThat(step(Rung.BOOK, at(INSIDE, booked(false, false, null, null))))
                .isEqualTo(is(Rung.BOOK, Standing.BLOCKED, "too little time left"));
        assertThat(step(Rung.RUN, at(INSIDE, booked(false, false, null, null))))
                .isEqualTo(is(Rung.RUN, Standing.NOT_YET, ""));
    }

    @Test
    void followsTheRunToItsEnd() {
        assertThat(step(Rung.RUN, ran(ChangeState.RUNNING, run(RunState.RUNNING, true, null, null))))
                .isEqualTo(is(Rung.RUN, Standing.GOING, "1 of 2 devices done"));
        assertThat(step(Rung.RUN, ran(ChangeState.RUNNING, run(RunState.PAUSED, true, "paused as asked", null))))
                .isEqualTo(is(Rung.RUN, Standing.BLOCKED, "paused"));
        assertThat(step(Rung.RUN, ran(ChangeState.COMPLETED, run(RunState.SUCCEEDED, true, null, "Done."))))
                .isEqualTo(is(Rung.RUN, Standing.DONE, "succeeded"));
        assertThat(step(Rung.RUN, ran(ChangeState.ROLLED_BACK, run(RunState.ROLLED_BACK, true, null, "Undone."))))
                .isEqualTo(is(Rung.RUN, Standing.UNDONE, "rolled back"));
        assertThat(step(Rung.RUN, ran(ChangeState.ROLLED_BACK, run(RunState.ROLLED_BACK, false, null, "Stopped."))))
                .isEqualTo(is(Rung.RUN, Standing.UNDONE, "stopped, nothing written"));
        assertThat(step(Rung.RUN, ran(ChangeState.NEEDS_ATTENTION, run(RunState.STUCK, true, null, "Stuck."))))
                .isEqualTo(is(Rung.RUN, Standing.FAILED, "stuck"));
    }

    @Test
    void endsWithANote() {
        assertThat(step(Rung.CLOSE, in(ChangeState.COMPLETED)))
                .isEqualTo(is(Rung.CLOSE, Standing.BLOCKED, "note missing"));
        assertThat(step(Rung.CLOSE, in(ChangeState.NEEDS_ATTENTION)))
                .isEqualTo(is(Rung.CLOSE, Standing.BLOCKED, "two people decide"));
        assertThat(step(Rung.CLOSE, in(ChangeState.CLOSED)))
                .isEqualTo(is(Rung.CLOSE, Standing.DONE, "closed with a note"));
        assertThat(step(Rung.CLOSE, in(ChangeState.DRAFT))).isEqualTo(is(Rung.CLOSE, Standing.NOT_YET, ""));
    }
}
