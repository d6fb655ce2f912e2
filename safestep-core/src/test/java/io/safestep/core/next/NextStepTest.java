package io.safestep.core.next;

import static io.safestep.core.next.NextFacts.*;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.change.ChangeState;
import io.safestep.core.change.Verdict;
import io.safestep.core.next.ChangeFacts.Asked;
import io.safestep.core.next.ChangeFacts.Booked;
import io.safestep.core.next.ChangeFacts.Review;
import io.safestep.core.next.ChangeFacts.Run;
import io.safestep.core.next.NextStep.Kind;
import io.safestep.core.run.RunState;
import java.time.Instant;
import java.util.EnumSet;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class NextStepTest {

    private static final Asked ASKED = new Asked(1, 3, "an approval of team Network leads");

    private static final Viewer AUTHOR = new Viewer(true, false, true, false, true, true);
    private static final Viewer OTHER_ENGINEER = new Viewer(false, false, true, false, true, true);
    private static final Viewer APPROVER = new Viewer(false, true, false, false, false, false);
    private static final Viewer PLANNER = new Viewer(false, true, true, true, true, true);
    private static final Viewer READER = new Viewer(false, false, false, false, false, false);

    private static NextStep next(ChangeFacts change, Viewer viewer) {
        return NextStep.of(change, viewer, HALIFAX);
    }

    @Test
    void aDraftWaitsForItsAuthorAlone() {
        NextStep author = next(in(ChangeState.DRAFT), AUTHOR);
        assertThat(author.kind()).isEqualTo(Kind.FINISH);
        assertThat(author.yours()).isTrue();
        assertThat(author.rung()).isEqualTo(Rung.BUILD);
        assertThat(next(in(ChangeState.DRAFT), OTHER_ENGINEER).yours()).isFalse();
        assertThat(next(in(ChangeState.DRAFT), OTHER_ENGINEER).action()).isNull();
    }

    @Test
    void aDraftWithoutDevicesIsDescribedFirst() {
        ChangeFacts empty =
                new ChangeFacts("CR-1", ChangeState.DRAFT, "R. Oake", false, 0, BEFORE, Review.NONE, null, null);
        assertThat(next(empty, AUTHOR).rung()).isEqualTo(Rung.DESCRIBE);
        assertThat(next(empty, AUTHOR).sentence()).isEqualTo("It has no device yet.");
    }

    @Test
    void whoReturnedItAndWhyIsSaid() {
        Review review = new Review(decided(Verdict.RETURNED), null, false, ASKED);
        NextStep step = next(reviewed(ChangeState.RETURNED, review), AUTHOR);
        assertThat(step.title()).isEqualTo("CR-1042 came back to you");
        assertThat(step.sentence()).isEqualTo("D. Fennimore returned it: “Which VLAN?”");
    }

    @Test
    void theAuthorIsNeverAskedToDecide() {
        Viewer everything = new Viewer(true, true, true, true, true, true);
        assertThat(next(in(ChangeState.IN_REVIEW), everything).yours()).isFalse();
        assertThat(next(in(ChangeState.IN_REVIEW), everything).action()).isNull();
        assertThat(next(emergency(ChangeState.IN_REVIEW, Review.NONE), everything)
                        .yours())
                .isFalse();
        assertThat(next(emergency(ChangeState.COMPLETED, Review.NONE), everything)
                        .yours())
                .isFalse();
        assertThat(next(in(ChangeState.IN_REVIEW), APPROVER).title()).isEqualTo("Decide about CR-1042");
        assertThat(next(in(ChangeState.IN_REVIEW), READER).title()).isEqualTo("CR-1042 waits for an approval");
    }

    @Test
    void anEmergencyIsReleasedByWhoIsAskedToAndThenStarted() {
        assertThat(next(emergency(ChangeState.IN_REVIEW, Review.NONE), OTHER_ENGINEER.deciding(true)))
                .returns(Kind.RELEASE, NextStep::kind)
                .returns(true, NextStep::yours);
        assertThat(next(emergency(ChangeState.IN_REVIEW, Review.NONE), OTHER_ENGINEER)
                        .yours())
                .as("a rule may say who lets emergencies run")
                .isFalse();
        assertThat(next(emergency(ChangeState.APPROVED, Review.NONE), OTHER_ENGINEER))
                .returns(Kind.START, NextStep::kind)
                .returns(Rung.RUN, NextStep::rung)
                .returns(true, NextStep::yours);
        assertThat(next(emergency(ChangeState.APPROVED, Review.NONE), APPROVER).yours())
                .isFalse();
    }

    @Test
    void anEmergencyIsReviewedBeforeItIsClosed() {
        assertThat(next(emergency(ChangeState.COMPLETED, Review.NONE), APPROVER))
                .returns(Kind.REVIEW, NextStep::kind)
                .returns(Rung.APPROVE, NextStep::rung)
                .returns(true, NextStep::yours);
        Review looked = new Review(decided(Verdict.REVIEWED), null, true, ASKED);
        assertThat(next(emergency(ChangeState.COMPLETED, looked), AUTHOR).kind())
                .isEqualTo(Kind.CLOSE);
    }

    /** Two people may leave a stuck one as it is, which closes it: until then it has to be reviewed like any other. */
    @ParameterizedTest
    @EnumSource(ChangeState.class)
    void aReviewIsDueHoweverAnEmergencyEnded(ChangeState state) {
        boolean ran = state == ChangeState.COMPLETED
                || state == ChangeState.ROLLED_BACK
                || state == ChangeState.NEEDS_ATTENTION;
        assertThat(NextStep.reviewDue(emergency(state, Review.NONE))).isEqualTo(ran);
        assertThat(NextStep.reviewDue(emergency(state, new Review(decided(Verdict.REVIEWED), null, true, ASKED))))
                .isFalse();
        assertThat(NextStep.reviewDue(in(state))).isFalse();
    }

    private static ChangeFacts ranAsEmergency(Instant ended, Instant now, Review review) {
        return new ChangeFacts(
                "CR-1042",
                ChangeState.COMPLETED,
                "R. Oake",
                true,
                2,
                now,
                review,
                null,
                new ChangeFacts.Run(RunState.SUCCEEDED, true, 2, 2, null, "Done.", ended));
    }

    @Test
    void aReviewIsDueThreeDaysAfterTheRunAndThenOverdue() {
        Instant ended = Instant.parse("2026-11-27T05:30:00Z");
        Instant by = Instant.parse("2026-11-30T05:30:00Z");
        ChangeFacts inTime = ranAsEmergency(ended, by, Review.NONE);
        assertThat(NextStep.reviewBy(inTime)).contains(by);
        assertThat(NextStep.reviewOverdue(inTime)).as("until the very moment").isFalse();
        assertThat(next(inTime, APPROVER).sentence()).contains("It is due by ").doesNotContain("overdue");
        ChangeFacts late = ranAsEmergency(ended, by.plusMillis(1), Review.NONE);
        assertThat(NextStep.reviewOverdue(late)).isTrue();
        assertThat(next(late, APPROVER).sentence()).contains("That is overdue since ");
        Review looked = new Review(decided(Verdict.REVIEWED), null, true, ASKED);
        assertThat(NextStep.reviewBy(ranAsEmergency(ended, by, looked))).isEmpty();
        assertThat(NextStep.reviewOverdue(ranAsEmergency(ended, by.plusSeconds(9), looked)))
                .isFalse();
        assertThat(NextStep.reviewBy(emergency(ChangeState.COMPLETED, Review.NONE)))
                .as("when its run ended is not known")
                .isEmpty();
    }

    @Test
    void aStuckEmergencySaysThatItHasToBeReviewedToo() {
        NextStep stuck = next(emergency(ChangeState.NEEDS_ATTENTION, Review.NONE), OTHER_ENGINEER);
        assertThat(stuck.kind()).isEqualTo(Kind.STUCK);
        assertThat(stuck.sentence()).endsWith("has to be reviewed, too.");
    }

    @Test
    void aWindowIsChosenByTheAuthorOrWhoPlans() {
        assertThat(next(in(ChangeState.APPROVED), AUTHOR).yours()).isTrue();
        assertThat(next(in(ChangeState.APPROVED), PLANNER).yours()).isTrue();
        NextStep other = next(in(ChangeState.APPROVED), OTHER_ENGINEER);
        assertThat(other.yours()).isFalse();
        assertThat(other.action()).isEqualTo("Choose a window");
        assertThat(next(in(ChangeState.APPROVED), READER).action()).isNull();
    }

    @Test
    void beforeItsWindowNobodyIsAsked() {
        NextStep step = next(at(BEFORE, byHand()), AUTHOR);
        assertThat(step.kind()).isEqualTo(Kind.OPENS);
        assertThat(step.yours()).isFalse();
        assertThat(step.sentence()).isEqualTo("Its window opens Wed 25 Nov 01:30. The run is started by hand then.");
        assertThat(step.brief()).isEqualTo("Wed 25 Nov 01:30");
    }

    @Test
    void inItsWindowARunIsStartedByHandUnlessItStartsByItself() {
        assertThat(next(at(OPENING.start(), byHand()), OTHER_ENGINEER))
                .returns(Kind.START, NextStep::kind)
                .returns(true, NextStep::yours)
                .returns("Its window is open until 05:15; turn back by 04:51.", NextStep::sentence);
        assertThat(next(at(INSIDE, booked(true, true, null, null)), OTHER_ENGINEER)
                        .kind())
                .isEqualTo(Kind.OPENS);
        assertThat(next(at(INSIDE, booked(true, true, null, "brn-gw-b is taken.")), OTHER_ENGINEER))
                .returns(Kind.START, NextStep::kind)
                .satisfies(s -> assertThat(s.sentence()).endsWith("refused: brn-gw-b is taken."));
    }

    @Test
    void aMissedWindowAndOneThatIsFrozenOrTooShortAreBookedAnew() {
        assertThat(next(at(OPENING.end(), byHand()), PLANNER))
                .returns(Kind.MISSED, NextStep::kind)
                .returns(true, NextStep::yours)
                .satisfies(s -> assertThat(s.sentence()).startsWith("Its window closed Wed 25 Nov 05:15."));
        assertThat(next(at(INSIDE, booked(false, false, null, null)), AUTHOR).kind())
                .isEqualTo(Kind.MISSED);
        assertThat(next(at(BEFORE, booked(false, false, "The freeze Regatta holds.", null)), AUTHOR))
                .returns(Kind.FROZEN, NextStep::kind)
                .satisfies(s -> assertThat(s.sentence()).contains("The freeze Regatta holds."));
        assertThat(next(at(OPENING.end(), byHand()), APPROVER).yours()).isFalse();
    }

    @Test
    void aRunThatWaitsAsksWhoRuns() {
        ChangeFacts waits = ran(
                ChangeState.RUNNING, run(RunState.PAUSED, true, "brn-gw-b failed, and the rule says to wait", null));
        assertThat(next(waits, OTHER_ENGINEER))
                .returns(Kind.WAITS, NextStep::kind)
                .returns(true, NextStep::yours)
                .returns("It waits: brn-gw-b failed, and the rule says to wait.", NextStep::sentence);
        assertThat(next(waits, APPROVER).action()).isEqualTo("Watch the run");
        ChangeFacts goes = ran(ChangeState.RUNNING, run(RunState.RUNNING, true, null, null));
        assertThat(next(goes, AUTHOR).sentence()).isEqualTo("1 of 2 devices done.");
    }

    @Test
    void whatRanIsClosedByItsAuthorWithHowItEndedSaidFirst() {
        ChangeFacts undone =
                ran(ChangeState.ROLLED_BACK, run(RunState.ROLLED_BACK, true, null, "Undone because of a stop."));
        assertThat(next(undone, AUTHOR))
                .returns(Kind.CLOSE, NextStep::kind)
                .returns(Standing.UNDONE, NextStep::tone)
                .returns("It needs a note of how it went.", NextStep::sentence)
                .returns("Undone because of a stop.", NextStep::verdict)
                .returns(true, NextStep::yours);
        assertThat(next(undone, OTHER_ENGINEER).yours()).isFalse();
        assertThat(next(undone, OTHER_ENGINEER).action()).isEqualTo("Close it");
        assertThat(next(ran(ChangeState.COMPLETED, null), AUTHOR).tone()).isEqualTo(Standing.DONE);
    }

    @Test
    void aStuckRunAsksWhoRuns() {
        ChangeFacts stuck =
                ran(ChangeState.NEEDS_ATTENTION, run(RunState.STUCK, true, null, "brn-gw-b holds half of it."));
        assertThat(next(stuck, OTHER_ENGINEER))
                .returns(Kind.STUCK, NextStep::kind)
                .returns(true, NextStep::yours)
                .returns("Not everything could be undone.", NextStep::sentence)
                .returns("brn-gw-b holds half of it.", NextStep::verdict);
        assertThat(next(stuck, APPROVER).yours()).isFalse();
    }

    @ParameterizedTest
    @EnumSource(
            value = ChangeState.class,
            names = {"CLOSED", "REJECTED", "WITHDRAWN"})
    void whatIsOverWaitsForNobody(ChangeState state) {
        NextStep step = next(in(state), PLANNER);
        assertThat(step.kind()).isEqualTo(Kind.OVER);
        assertThat(step.yours()).isFalse();
        assertThat(step.brief()).isEmpty();
    }

    /** Whatever is known: who is asked is told what to do and where, and has the right to it. */
    @Test
    void whoIsAskedCanDoIt() {
        long seed = Long.getLong("safestep.seed", 20261130L);
        Random random = new Random(seed);
        EnumSet<Kind> seen = EnumSet.noneOf(Kind.class);
        for (int i = 0; i < 20_000; i++) {
            ChangeFacts change = anyChange(random);
            Viewer viewer = new Viewer(
                    random.nextBoolean(),
                    random.nextBoolean(),
                    random.nextBoolean(),
                    random.nextBoolean(),
                    random.nextBoolean(),
                    random.nextBoolean());
            NextStep step = next(change, viewer);
            seen.add(step.kind());
            String what = "seed " + seed + ", case " + i + ": " + change + " for " + viewer + ": " + step;
            assertThat(step.title()).as(what).contains("CR-1042");
            assertThat(step.kind() == Kind.OVER)
                    .as(what)
                    .isEqualTo(change.state().ended());
            assertThat(step.sentence().isEmpty()).as(what).isEqualTo(step.kind() == Kind.OVER);
            if (step.yours()) {
                assertThat(mayDoIt(step.kind(), viewer)).as(what).isTrue();
            }
            if (step.yours() && step.kind() != Kind.CLOSE) {
                assertThat(step.action()).as(what).isNotNull();
            }
        }
        assertThat(seen).as("kinds that came up with seed " + seed).containsExactlyInAnyOrder(Kind.values());
    }

    private static boolean mayDoIt(Kind kind, Viewer viewer) {
        return switch (kind) {
            case STUCK, WAITS, RUNNING, START -> viewer.runs();
            case FROZEN, MISSED, BOOK -> viewer.books();
            case RELEASE -> !viewer.author() && (viewer.decides() || viewer.runs());
            case DECIDE, REVIEW -> !viewer.author() && viewer.decides();
            case RETURNED, CLOSE, FINISH -> viewer.author();
            case OPENS, OVER -> false;
        };
    }

    private static ChangeFacts anyChange(Random random) {
        ChangeState state = ChangeState.values()[random.nextInt(ChangeState.values().length)];
        Instant now = BEFORE.plusSeconds(random.nextInt(6 * 3600));
        Verdict verdict = Verdict.values()[random.nextInt(Verdict.values().length)];
        Review review = random.nextBoolean()
                ? Review.NONE
                : new Review(decided(verdict), random.nextBoolean() ? APPROVED : null, random.nextBoolean(), ASKED);
        Booked booked = random.nextInt(4) == 0
                ? null
                : booked(
                        random.nextBoolean(),
                        random.nextBoolean(),
                        random.nextBoolean() ? "A freeze." : null,
                        random.nextBoolean() ? "No." : null);
        Run run = random.nextBoolean()
                ? null
                : run(
                        RunState.values()[random.nextInt(RunState.values().length)],
                        random.nextBoolean(),
                        random.nextBoolean() ? "paused as asked" : null,
                        random.nextBoolean() ? "It ended." : null);
        return new ChangeFacts(
                "CR-1042", state, "R. Oake", random.nextBoolean(), random.nextInt(3), now, review, booked, run);
    }

    private static String titles(ChangeFacts change, Viewer asked, Viewer other) {
        return next(change, asked).title() + " | " + next(change, other).title();
    }

    private static String briefs(ChangeFacts change, Viewer asked, Viewer other) {
        return next(change, asked).brief() + " | " + next(change, other).brief();
    }

    /** The one who is asked is told what to do; everybody else what the change waits for. */
    @Test
    void whoIsAskedIsToldWhatToDoAndOthersWhatItWaitsFor() {
        assertThat(titles(in(ChangeState.RETURNED), AUTHOR, READER))
                .isEqualTo("CR-1042 came back to you | CR-1042 went back to its author");
        assertThat(titles(emergency(ChangeState.IN_REVIEW, Review.NONE), APPROVER, READER))
                .isEqualTo("Release CR-1042, an emergency | CR-1042 waits to be released");
        assertThat(titles(emergency(ChangeState.APPROVED, Review.NONE), OTHER_ENGINEER, READER))
                .isEqualTo("Start CR-1042 | CR-1042 waits to be started");
        assertThat(titles(in(ChangeState.APPROVED), AUTHOR, READER))
                .isEqualTo("Book CR-1042 | CR-1042 waits for a window");
        assertThat(titles(at(OPENING.end(), byHand()), PLANNER, READER))
                .isEqualTo("Book CR-1042 anew | CR-1042 needs another window");
        assertThat(titles(at(INSIDE, byHand()), OTHER_ENGINEER, READER))
                .isEqualTo("Start CR-1042 | CR-1042 waits to be started");
        assertThat(titles(emergency(ChangeState.COMPLETED, Review.NONE), APPROVER, READER))
                .isEqualTo("Review CR-1042, which ran as an emergency | CR-1042 waits for a review");
        assertThat(briefs(in(ChangeState.DRAFT), AUTHOR, READER)).isEqualTo("you, to submit it | its author");
        assertThat(briefs(in(ChangeState.RETURNED), AUTHOR, READER)).isEqualTo("you, to write it anew | its author");
        assertThat(briefs(in(ChangeState.IN_REVIEW), APPROVER, READER)).isEqualTo("your decision | an approval");
        assertThat(briefs(emergency(ChangeState.IN_REVIEW, Review.NONE), APPROVER, READER))
                .isEqualTo("your release | a release");
        assertThat(briefs(emergency(ChangeState.COMPLETED, Review.NONE), APPROVER, READER))
                .isEqualTo("your review | a review");
        assertThat(briefs(in(ChangeState.COMPLETED), AUTHOR, READER)).isEqualTo("your note | a note");
    }

    @Test
    void theAuthorIsToldWhatEditingWouldDo() {
        assertThat(next(in(ChangeState.IN_REVIEW), AUTHOR).sentence()).endsWith("Editing it takes it back to draft.");
        assertThat(next(in(ChangeState.IN_REVIEW), APPROVER).sentence()).doesNotContain("Editing");
        assertThat(next(emergency(ChangeState.IN_REVIEW, Review.NONE), AUTHOR).sentence())
                .contains("Editing");
        assertThat(next(emergency(ChangeState.IN_REVIEW, Review.NONE), APPROVER).sentence())
                .doesNotContain("Editing");
        assertThat(next(in(ChangeState.APPROVED), AUTHOR).sentence()).endsWith("Editing it breaks the seal.");
        assertThat(next(in(ChangeState.APPROVED), PLANNER).sentence()).doesNotContain("Editing");
    }

    @Test
    void aStartThatWasRefusedIsShownAsSuchAndOthersAreLedToTheRun() {
        assertThat(next(at(INSIDE, byHand()), OTHER_ENGINEER).tone()).isEqualTo(Standing.GOING);
        assertThat(next(at(INSIDE, booked(false, true, null, "No.")), OTHER_ENGINEER)
                        .tone())
                .isEqualTo(Standing.BLOCKED);
        ChangeFacts stuck = ran(ChangeState.NEEDS_ATTENTION, run(RunState.STUCK, true, null, "Half of it."));
        assertThat(next(stuck, OTHER_ENGINEER).action()).isEqualTo("Choose a way on");
        assertThat(next(stuck, READER).action()).isEqualTo("Look at the run");
        assertThat(next(in(ChangeState.CLOSED), READER).rung()).isEqualTo(Rung.CLOSE);
        assertThat(next(in(ChangeState.REJECTED), READER).rung()).isEqualTo(Rung.APPROVE);
        assertThat(Kind.WAITS.mark()).isEqualTo(Standing.BLOCKED);
        assertThat(Kind.STUCK.mark()).isEqualTo(Standing.FAILED);
    }
}
