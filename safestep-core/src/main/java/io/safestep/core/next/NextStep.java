package io.safestep.core.next;

import static io.safestep.core.next.NextStep.Kind.*;

import io.safestep.core.change.ChangeState;
import io.safestep.core.next.ChangeFacts.Booked;
import io.safestep.core.next.ChangeFacts.Run;
import io.safestep.core.schedule.WallClock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * What a change waits for: one pure decision for its page, for the list, for what a person is shown first, and for what
 * people are told. The front door of this package.
 *
 * @param title what is to be done, or stands, with the change named: {@code Book CR-1042}
 * @param sentence what it waits for, in one or two sentences
 * @param verdict how its run ended, as a sentence, where that is what it waits with; null where it is not
 * @param brief the same in a few words, for a list: {@code a window}; empty when it waits for nothing
 * @param tone how bad or good that is
 * @param rung where it is done
 * @param action what leads there, as a button says it; null where the one who asks can do nothing about it
 * @param yours whether the one who asks is who it waits for
 */
public record NextStep(
        Kind kind,
        String title,
        String sentence,
        @Nullable String verdict,
        String brief,
        Standing tone,
        Rung rung,
        @Nullable String action,
        boolean yours) {

    /** The same in other words, for who must not read all of them. */
    public NextStep worded(UnaryOperator<String> words) {
        return new NextStep(
                kind,
                words.apply(title),
                words.apply(sentence),
                verdict == null ? null : words.apply(verdict),
                words.apply(brief),
                tone,
                rung,
                action,
                yours);
    }

    /** What it waits for; what presses most comes first. */
    public enum Kind {
        STUCK(Standing.FAILED),
        WAITS(Standing.BLOCKED),
        RUNNING(Standing.GOING),
        /** A freeze has come into the window in which it is booked. */
        FROZEN(Standing.BLOCKED),
        /** Its window is over, or what is left of it too short. */
        MISSED(Standing.BLOCKED),
        START(Standing.BLOCKED),
        /** An emergency that one other person has to let run. */
        RELEASE(Standing.BLOCKED),
        DECIDE(Standing.BLOCKED),
        RETURNED(Standing.BLOCKED),
        BOOK(Standing.BLOCKED),
        /** An emergency that ran before it was approved. */
        REVIEW(Standing.BLOCKED),
        CLOSE(Standing.NOT_YET),
        FINISH(Standing.NOT_YET),
        /** It waits for its window alone. */
        OPENS(Standing.NOT_YET),
        /** Nothing is to be done any more. */
        OVER(Standing.NONE);

        private final Standing mark;

        Kind(Standing mark) {
            this.mark = mark;
        }

        /** How it looks among other things that wait. */
        public Standing mark() {
            return mark;
        }
    }

    private static final Duration REVIEWED_WITHIN = Duration.ofDays(3);

    /** @param clock of the network, for the times in sentences */
    public static NextStep of(ChangeFacts change, Viewer viewer, WallClock clock) {
        return new Words(change, viewer, clock).next();
    }

    /**
     * Whether a change is an emergency that ran before anybody who may approve had looked at it. It is reviewed before it is
     * closed, in whatever way it ended.
     */
    public static boolean reviewDue(ChangeFacts change) {
        return change.emergency() && change.state().hasRun() && !change.review().looked();
    }

    /**
     * Until when an emergency is to be reviewed that ran before anybody who may approve had looked at it: three days after its
     * run has ended, over any weekend. Nothing where no review is due, or it is not known when the run ended.
     */
    public static Optional<Instant> reviewBy(ChangeFacts change) {
        return reviewDue(change) && change.run() != null && change.run().ended() != null
                ? Optional.of(change.run().ended().plus(REVIEWED_WITHIN))
                : Optional.empty();
    }

    /** Whether that time is over. */
    public static boolean reviewOverdue(ChangeFacts change) {
        return reviewBy(change).filter(by -> change.now().isAfter(by)).isPresent();
    }

    /** @param change what is known; @param viewer who asks */
    private record Words(ChangeFacts change, Viewer viewer, WallClock clock) {

        NextStep next() {
            return switch (change.state()) {
                case DRAFT -> draft();
                case RETURNED -> returned();
                case IN_REVIEW -> change.emergency() ? release() : decide();
                case APPROVED -> change.emergency() ? startAtOnce() : book();
                case BOOKED -> change.booked() == null ? book() : booked(change.booked());
                case RUNNING -> running();
                case COMPLETED, ROLLED_BACK -> reviewDue(change) ? review() : close();
                case NEEDS_ATTENTION -> stuck();
                case CLOSED, REJECTED, WITHDRAWN -> over();
            };
        }

        private String subject() {
            return change.subject();
        }

        private boolean mayDecide() {
            return viewer.decides() && !viewer.author();
        }

        private NextStep draft() {
            boolean empty = change.devices() == 0;
            String what = empty ? "It has no device yet." : "It is a draft and has not been submitted.";
            return step(
                    FINISH,
                    "Finish " + subject(),
                    what,
                    viewer.author() ? "you, to submit it" : "its author",
                    Standing.GOING,
                    empty ? Rung.DESCRIBE : Rung.BUILD,
                    viewer.author() ? "Go on writing" : null,
                    viewer.author());
        }

        private NextStep returned() {
            return step(
                    RETURNED,
                    viewer.author() ? subject() + " came back to you" : subject() + " went back to its author",
                    whyReturned(),
                    viewer.author() ? "you, to write it anew" : "its author",
                    Standing.BLOCKED,
                    Rung.BUILD,
                    viewer.author() ? "Look at the lines" : null,
                    viewer.author());
        }

        private String whyReturned() {
            String moved = change.review().moved();
            if (moved != null) {
                return "Where it writes, devices were changed outside: " + moved
                        + ". What was decided about is not what would happen. Decide about the drift, then submit it again.";
            }
            ChangeFacts.Decided last = change.review().last();
            String who = last == null ? "An approver" : last.person();
            return who + " returned it"
                    + (last == null || last.comment().isBlank() ? "." : ": “" + last.comment() + "”");
        }

        private NextStep decide() {
            return step(
                    DECIDE,
                    mayDecide() ? "Decide about " + subject() : subject() + " waits for an approval",
                    "It waits for " + change.review().asked().waitsFor() + "."
                            + (viewer.author() ? " Editing it takes it back to draft." : ""),
                    mayDecide() ? "your decision" : "an approval",
                    Standing.BLOCKED,
                    Rung.APPROVE,
                    mayDecide() ? "Look and decide" : null,
                    mayDecide());
        }

        private NextStep release() {
            boolean may = mayDecide();
            return step(
                    RELEASE,
                    may ? "Release " + subject() + ", an emergency" : subject() + " waits to be released",
                    "It is an emergency of " + change.author() + ": one other person has to release it."
                            + (viewer.author() ? " Editing it takes it back to draft." : ""),
                    may ? "your release" : "a release",
                    Standing.BLOCKED,
                    Rung.APPROVE,
                    may ? "Look and decide" : null,
                    may);
        }

        private NextStep startAtOnce() {
            return step(
                    START,
                    viewer.runs() ? "Start " + subject() : subject() + " waits to be started",
                    "It was released as an emergency, and can run now.",
                    "a start",
                    Standing.BLOCKED,
                    Rung.RUN,
                    viewer.runs() ? "Go to the run" : null,
                    viewer.runs());
        }

        private NextStep book() {
            boolean asked = viewer.plans() || viewer.author();
            return step(
                    BOOK,
                    viewer.books() ? "Book " + subject() : subject() + " waits for a window",
                    "It is approved and needs a window before it can run."
                            + (viewer.author() ? " Editing it breaks the seal." : ""),
                    "a window",
                    Standing.GOING,
                    Rung.BOOK,
                    viewer.books() ? "Choose a window" : null,
                    viewer.books() && asked);
        }

        private NextStep booked(Booked booked) {
            boolean open = booked.open(change.now());
            if (booked.over(change.now())) {
                return bookAnew(
                        MISSED,
                        "Its window closed " + clock.dayAndTime(booked.opening().end()) + ".");
            }
            if (!booked.fits()) {
                return booked.freeze() != null
                        ? bookAnew(FROZEN, "It can't run in its window. " + booked.freeze())
                        : bookAnew(
                                MISSED, "What is left of its window is too short to do and, if need be, to undo it.");
            }
            if (open && (!booked.automatic() || booked.refusal() != null)) {
                return start(booked);
            }
            String when = open
                    ? "Its window is open until " + clock.time(booked.opening().end()) + "; the run starts by itself."
                    : "Its window opens " + clock.dayAndTime(booked.opening().start()) + ". The run "
                            + (booked.automatic() ? "starts by itself" : "is started by hand") + " then.";
            return step(
                    OPENS,
                    subject() + " waits for its window",
                    when,
                    clock.dayAndTime(booked.opening().start()),
                    Standing.GOING,
                    Rung.RUN,
                    null,
                    false);
        }

        private NextStep bookAnew(Kind kind, String why) {
            boolean asked = viewer.plans() || viewer.author();
            return step(
                    kind,
                    viewer.books() ? "Book " + subject() + " anew" : subject() + " needs another window",
                    why + " Cancel the booking and choose another window.",
                    "another window",
                    Standing.BLOCKED,
                    Rung.BOOK,
                    viewer.books() ? "Book it anew" : null,
                    viewer.books() && asked);
        }

        private NextStep start(Booked booked) {
            String until = "Its window is open until "
                    + clock.time(booked.opening().end()) + "; turn back by " + clock.time(booked.turnBack()) + ".";
            return step(
                    START,
                    viewer.runs() ? "Start " + subject() : subject() + " waits to be started",
                    booked.refusal() == null ? until : until + " The last start was refused: " + booked.refusal(),
                    "a start",
                    booked.refusal() == null ? Standing.GOING : Standing.BLOCKED,
                    Rung.RUN,
                    viewer.runs() ? "Go to the run" : null,
                    viewer.runs());
        }

        private NextStep running() {
            Run run = change.run();
            if (run == null || run.waitsFor() == null) {
                return step(
                        RUNNING,
                        subject() + " is running",
                        run == null ? "It is running now." : run.done() + " of " + devices(run.devices()) + " done.",
                        "its run",
                        Standing.GOING,
                        Rung.RUN,
                        "Watch the run",
                        viewer.runs());
            }
            return step(
                    WAITS,
                    "The run of " + subject() + " waits for a person",
                    "It waits: " + run.waitsFor() + ".",
                    "a person, in mid-run",
                    Standing.FAILED,
                    Rung.RUN,
                    viewer.runs() ? "Decide" : "Watch the run",
                    viewer.runs());
        }

        private NextStep review() {
            return step(
                    REVIEW,
                    mayDecide()
                            ? "Review " + subject() + ", which ran as an emergency"
                            : subject() + " waits for a review",
                    "It ran before it was approved: somebody who may approve reviews it before it is closed."
                            + reviewTime(),
                    mayDecide() ? "your review" : "a review",
                    outcome(),
                    Rung.APPROVE,
                    mayDecide() ? "Look at it" : null,
                    mayDecide());
        }

        private String reviewTime() {
            return reviewBy(change)
                    .map(by -> reviewOverdue(change)
                            ? " That is overdue since " + clock.dayAndTime(by) + "."
                            : " It is due by " + clock.dayAndTime(by) + ".")
                    .orElse("");
        }

        private NextStep close() {
            return step(
                    CLOSE,
                    "Close " + subject(),
                    "It needs a note of how it went.",
                    viewer.author() ? "your note" : "a note",
                    outcome(),
                    Rung.CLOSE,
                    viewer.closes() ? "Close it" : null,
                    viewer.author());
        }

        private Standing outcome() {
            return change.state() == ChangeState.ROLLED_BACK ? Standing.UNDONE : Standing.DONE;
        }

        private NextStep stuck() {
            return step(
                    STUCK,
                    subject() + " is stuck",
                    "Not everything could be undone."
                            + (reviewDue(change) ? " It ran before it was approved, and has to be reviewed, too." : ""),
                    "a way on",
                    Standing.FAILED,
                    Rung.RUN,
                    viewer.runs() ? "Choose a way on" : "Look at the run",
                    viewer.runs());
        }

        private NextStep over() {
            Rung rung = change.state() == ChangeState.CLOSED ? Rung.CLOSE : Rung.APPROVE;
            return step(OVER, subject() + " is " + change.state().word(), "", "", Standing.NONE, rung, null, false);
        }

        private static String devices(int count) {
            return count == 1 ? "1 device" : count + " devices";
        }

        private NextStep step(
                Kind kind,
                String title,
                String sentence,
                String brief,
                Standing tone,
                Rung rung,
                @Nullable String action,
                boolean yours) {
            String verdict = change.state().hasRun() && change.run() != null
                    ? change.run().verdict()
                    : null;
            return new NextStep(kind, title, sentence, verdict, brief, tone, rung, action, yours);
        }
    }
}
