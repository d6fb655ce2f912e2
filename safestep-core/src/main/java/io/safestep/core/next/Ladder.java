package io.safestep.core.next;

import io.safestep.core.change.ChangeState;
import io.safestep.core.change.Verdict;
import io.safestep.core.next.ChangeFacts.Booked;
import io.safestep.core.next.ChangeFacts.Decided;
import io.safestep.core.next.ChangeFacts.Run;
import io.safestep.core.run.RunState;
import io.safestep.core.schedule.WallClock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Each rung of a change with how far it is and one fact. */
public final class Ladder {

    /** @param fact in a few words; empty where there is nothing to say yet */
    public record Step(Rung rung, Standing standing, String fact) {}

    /**
     * What the lines have come to.
     *
     * @param devices how many there are
     * @param wrong how many of them have lines that are not right yet
     * @param commands how many are sent in all
     * @param proven the way back is proven on every device
     * @param undoAccepted the author takes it as it is where it is not
     */
    public record Build(int devices, int wrong, int commands, boolean proven, boolean undoAccepted) {}

    /**
     * Where it would fit first.
     *
     * @param opensAt UTC
     * @param openNow the window is open already
     * @param spare what is left when everything was done and undone again
     */
    public record Outlook(Instant opensAt, boolean openNow, Duration spare) {}

    private final ChangeFacts change;
    private final Build build;
    private final @Nullable Outlook outlook;
    private final WallClock clock;
    private final Map<Rung, Function<Rung, Step>> table = new EnumMap<>(Rung.class);

    private Ladder(ChangeFacts change, Build build, @Nullable Outlook outlook, WallClock clock) {
        this.change = change;
        this.build = build;
        this.outlook = outlook;
        this.clock = clock;
        table.put(Rung.DESCRIBE, this::describe);
        table.put(Rung.BUILD, this::build);
        table.put(Rung.APPROVE, this::approve);
        table.put(Rung.BOOK, this::book);
        table.put(Rung.RUN, this::run);
        table.put(Rung.CLOSE, this::close);
    }

    /** @param outlook null when it fits nowhere in the next days */
    public static List<Step> of(ChangeFacts change, Build build, @Nullable Outlook outlook, WallClock clock) {
        Ladder ladder = new Ladder(change, build, outlook, clock);
        List<Step> steps = new ArrayList<>();
        ladder.table.forEach((rung, step) -> steps.add(step.apply(rung)));
        return steps;
    }

    private Step describe(Rung rung) {
        return build.devices() == 0
                ? new Step(rung, Standing.NOT_YET, "no device chosen")
                : new Step(rung, Standing.DONE, devices(build.devices()));
    }

    private Step build(Rung rung) {
        if (build.wrong() > 0) {
            return new Step(rung, Standing.NOT_YET, "lines wrong on " + devices(build.wrong()));
        }
        if (build.commands() == 0) {
            return new Step(rung, Standing.NOT_YET, "no lines yet");
        }
        boolean settled = build.proven() || build.undoAccepted();
        return new Step(
                rung,
                settled ? Standing.DONE : Standing.BLOCKED,
                count(build.commands(), "command") + " · undo " + (build.proven() ? "proven" : "not proven"));
    }

    private Step approve(Rung rung) {
        Decided last = change.review().last();
        Decided inForce = change.review().inForce();
        String who = last == null ? "an approver" : last.person();
        return switch (change.state()) {
            case RETURNED ->
                new Step(
                        rung,
                        Standing.BLOCKED,
                        change.review().moved() == null ? "returned by " + who : "came back: changed outside");
            case REJECTED -> new Step(rung, Standing.FAILED, "rejected by " + who);
            case IN_REVIEW ->
                new Step(
                        rung,
                        Standing.BLOCKED,
                        change.emergency()
                                ? "an emergency, waiting to be released"
                                : change.review().asked().given() + " of "
                                        + change.review().asked().needed() + ", waiting for an approver");
            default -> {
                if (change.review().standard() != null && change.state() != ChangeState.DRAFT) {
                    yield new Step(
                            rung, Standing.DONE, "standard: " + change.review().standard());
                }
                if (NextStep.reviewDue(change)) {
                    yield new Step(rung, Standing.BLOCKED, "released, and not reviewed yet");
                }
                if (inForce != null && inForce.verdict() == Verdict.RELEASED) {
                    yield new Step(
                            rung,
                            Standing.DONE,
                            "released by " + inForce.person() + (change.review().looked() ? ", reviewed" : ""));
                }
                if (inForce != null && change.state() != ChangeState.DRAFT) {
                    yield new Step(rung, Standing.DONE, "by " + inForce.person() + ", seal " + inForce.seal());
                }
                boolean lapsed = last != null && last.verdict() == Verdict.APPROVED;
                yield new Step(
                        rung,
                        lapsed ? Standing.BLOCKED : Standing.NOT_YET,
                        lapsed ? "seal broken, approval lapsed" : "");
            }
        };
    }

    private Step book(Rung rung) {
        Booked booked = change.booked();
        if (booked != null) {
            boolean waits = change.state() == ChangeState.BOOKED;
            if (waits && booked.over(change.now())) {
                return new Step(rung, Standing.BLOCKED, "window has closed");
            }
            if (waits && !booked.fits()) {
                return new Step(
                        rung,
                        Standing.BLOCKED,
                        booked.freeze() == null ? "too little time left" : "a freeze is in the way");
            }
            return new Step(
                    rung,
                    Standing.DONE,
                    clock.dayAndTime(booked.opening().start()) + " to "
                            + clock.time(booked.opening().end()));
        }
        if (change.emergency()) {
            return new Step(rung, Standing.NONE, "an emergency needs no window");
        }
        Standing standing = change.state() == ChangeState.APPROVED ? Standing.BLOCKED : Standing.NOT_YET;
        if (change.state().ended()) {
            return new Step(rung, standing, "");
        }
        return new Step(
                rung,
                standing,
                outlook == null
                        ? "no window fits"
                        : "fits " + (outlook.openNow() ? "now" : clock.dayAndTime(outlook.opensAt())) + ", "
                                + WallClock.span(outlook.spare()) + " spare");
    }

    private Step run(Rung rung) {
        Run run = change.run();
        if (run != null) {
            return run.state() == RunState.RUNNING
                    ? new Step(rung, Standing.GOING, run.done() + " of " + devices(run.devices()) + " done")
                    : new Step(rung, standing(run.state()), run.state().word(run.written()));
        }
        Booked booked = change.booked();
        if (change.state() != ChangeState.BOOKED || booked == null) {
            return new Step(rung, Standing.NOT_YET, "");
        }
        return new Step(
                rung,
                booked.open(change.now()) && booked.fits() ? Standing.BLOCKED : Standing.NOT_YET,
                booked.fits() ? "turn back by " + clock.time(booked.turnBack()) : "");
    }

    private static Standing standing(RunState state) {
        return switch (state) {
            case WAITING -> Standing.NOT_YET;
            case RUNNING, ROLLING_BACK -> Standing.GOING;
            case PAUSED -> Standing.BLOCKED;
            case SUCCEEDED -> Standing.DONE;
            case ROLLED_BACK -> Standing.UNDONE;
            case STUCK -> Standing.FAILED;
        };
    }

    private Step close(Rung rung) {
        return switch (change.state()) {
            case CLOSED -> new Step(rung, Standing.DONE, "closed with a note");
            case NEEDS_ATTENTION -> new Step(rung, Standing.BLOCKED, "two people decide");
            case COMPLETED, ROLLED_BACK -> new Step(rung, Standing.BLOCKED, "note missing");
            default -> new Step(rung, Standing.NOT_YET, "");
        };
    }

    private static String devices(int count) {
        return count(count, "device");
    }

    private static String count(int count, String one) {
        return count + " " + one + (count == 1 ? "" : "s");
    }
}
