package io.safestep.app.run.phases;

import io.safestep.app.run.journal.PhaseResult;
import io.safestep.app.run.journal.RunJournal;
import io.safestep.app.run.journal.RunWords;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.Holding;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.drivers.DeadManTimer;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.StartupState;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Everything that writes to a device, and the reading back that decides what really came of it. */
@Component
class PushPhases {

    private static final int MOST_LINES_SHOWN = 6;

    private final RunJournal journal;
    private final LostContact contact;
    private final BackupPhases backups;
    private final Clock clock;

    PushPhases(RunJournal journal, LostContact contact, BackupPhases backups, Clock clock) {
        this.journal = journal;
        this.contact = contact;
        this.backups = backups;
        this.clock = clock;
    }

    PhaseResult push(DeviceWork work) throws DeviceException {
        return work.visits().visit(work.deviceId(), (device, session) -> {
            // The gate was looked at with the whole wave; this is the last look before the first command.
            ConfigTree current = work.engine().read(session.readRunning());
            List<String> moved = work.engine().touchedDifferences(work.before(), current, work.script());
            if (!moved.isEmpty()) {
                return PhaseResult.failed("changed since its backup a moment ago: " + String.join(", ", moved)
                        + "; nothing was written to this device");
            }
            return pushed(work, send(work, session, work.script(), armed(work, session), true));
        });
    }

    /** The timer with which the push is made, stored before it is started; null where there is none. */
    private @Nullable DeadManTimer armed(DeviceWork work, DeviceSession session) {
        if (work.timer() == null || !session.hasTimer()) {
            return null;
        }
        DeadManTimer timer = work.timer();
        Instant until = clock.instant().plus(timer.within());
        journal.arming(
                work.drive(),
                work.runDeviceId(),
                timer.token(),
                until,
                "dead-man timer of " + timer.within().toSeconds() + " s: without a word from Safe Step until "
                        + until.truncatedTo(ChronoUnit.SECONDS) + " the device goes back by itself");
        return timer;
    }

    private PhaseResult pushed(DeviceWork work, int sent) {
        int all = work.script().lines().size();
        return sent == all
                ? PhaseResult.done(commands(sent) + " sent")
                : PhaseResult.failed("stopped by "
                        + journal.stoppedBy(work.drive().runId()) + " after " + sent + " of " + commands(all));
    }

    private int send(
            DeviceWork work, DeviceSession session, Script script, @Nullable DeadManTimer timer, boolean stoppable)
            throws DeviceException {
        SentCommands sent = new SentCommands(work, script, stoppable, journal);
        try {
            return timer == null ? session.push(script, sent) : session.push(script, timer, sent);
        } catch (DeviceException e) {
            throw sent.withoutSecret(e);
        }
    }

    PhaseResult readBack(DeviceWork work) throws DeviceException {
        ConfigTree current = contact.readRunning(work);
        ConfigTree outcome = work.outcome();
        Holding holding = work.engine().holding(current, work.before(), outcome);
        return readBack(work, current, outcome, holding).holding(holding.words());
    }

    private PhaseResult readBack(DeviceWork work, ConfigTree current, ConfigTree outcome, Holding holding) {
        if (holding.state() == Holding.State.OUTCOME) {
            return PhaseResult.done("equals the outcome");
        }
        if (holding.state() == Holding.State.BEFORE && work.pushInterrupted()) {
            // Not blindly: the device shows that nothing of the push has arrived, so it begins again.
            journal.nothingArrived(work.drive(), work.runDeviceId());
            return PhaseResult.again("nothing of the push that was broken off has arrived; it begins again");
        }
        return PhaseResult.failed(
                holding.words() + "; still missing: " + commandsToward(work.engine(), current, outcome));
    }

    /** Stops the timer, and looks once more: a device that went back by itself has nothing to be confirmed. */
    PhaseResult confirm(DeviceWork work) throws DeviceException {
        DeadManTimer timer = work.timer();
        if (timer == null || work.timerUntil() == null) {
            return PhaseResult.done("no timer was started");
        }
        return work.visits().visit(work.deviceId(), (device, session) -> {
            boolean stopped;
            try {
                stopped = session.confirm(timer);
            } catch (DeviceException e) {
                if (e.reason() == DeviceException.Reason.SESSION_LOST) {
                    throw e;
                }
                Holding holding = holding(work, session);
                return PhaseResult.failed(e.getMessage() + " It " + holding.words())
                        .holding(holding.words());
            }
            Holding holding = holding(work, session);
            return confirmed(stopped, holding).holdingWithoutTimer(holding.words());
        });
    }

    private static Holding holding(DeviceWork work, DeviceSession session) throws DeviceException {
        return work.engine().holding(work.engine().read(session.readRunning()), work.before(), work.outcome());
    }

    /** What a device holds whose way back has failed, read once more; what is known of it may be old by now. */
    void lastLook(DeviceWork work) {
        try {
            String words = work.visits()
                    .visit(work.deviceId(), (device, session) -> holding(work, session))
                    .words();
            journal.holds(work.drive(), work.runDeviceId(), words);
            journal.note(work.drive(), work.runDeviceId(), "read once more at the end: it " + words);
        } catch (DeviceException | ConfigSyntaxException e) {
            journal.note(work.drive(), work.runDeviceId(), "could not be read once more at the end: " + e.getMessage());
        }
    }

    private static PhaseResult confirmed(boolean stopped, Holding holding) {
        if (holding.state() == Holding.State.OUTCOME) {
            return PhaseResult.done(stopped ? "timer stopped" : "no timer ran any more; it holds its outcome");
        }
        return PhaseResult.failed(
                stopped ? "timer stopped, but it " + holding.words() : "its timer has run out: it " + holding.words());
    }

    PhaseResult save(DeviceWork work) throws DeviceException {
        return work.visits().visit(work.deviceId(), (device, session) -> saved(work, session));
    }

    private PhaseResult saved(DeviceWork work, DeviceSession session) throws DeviceException {
        String said = session.save();
        journal.heard(work.drive(), work.runDeviceId(), said);
        return switch (StartupState.of(session, work.engine())) {
            case EQUALS_RUNNING -> PhaseResult.done(StartupState.EQUALS_RUNNING.words());
            case IS_RUNNING -> PhaseResult.done(StartupState.IS_RUNNING.words());
            case NOT_SHOWN -> PhaseResult.done(RunWords.SAVED_AS_IT_SAYS);
            case DIFFERS -> PhaseResult.failed("the device said it saved, but startup does not equal running");
        };
    }

    /**
     * Saved again, always: what startup holds since the save of the change is what a restart would bring back. Only a device
     * that shows that its startup equals running needs no word of its own about that.
     */
    PhaseResult undoSave(DeviceWork work) throws DeviceException {
        return work.visits().visit(work.deviceId(), (device, session) -> {
            try {
                return saved(work, session);
            } catch (DeviceException e) {
                if (e.reason() != DeviceException.Reason.SAVE_FAILED
                        || StartupState.of(session, work.engine()) != StartupState.EQUALS_RUNNING) {
                    throw e;
                }
                return PhaseResult.done("startup equals running, though it refused to be saved: " + e.getMessage());
            }
        });
    }

    /**
     * Sends what leads from what the device holds now back to what it held before, on the ground that the change touches.
     * After a complete push these are the approved undo commands; after a part of one, those that the part needs. While a
     * timer runs, the device goes back by it, and only what is then still missing is sent.
     */
    PhaseResult undoPush(DeviceWork work) throws DeviceException {
        contact.await(work);
        if (work.wayBack().restoresStartup()) {
            return restoreStartup(work);
        }
        ConfigEngine engine = work.engine();
        return work.visits().visit(work.deviceId(), (device, session) -> {
            boolean byTimer = work.timerUntil() != null && session.hasTimer() && goneBack(work, session);
            ConfigTree current = engine.read(session.readRunning());
            ConfigTree target = work.wayBack().whole()
                    ? work.before()
                    : engine.wayBackTarget(current, work.before(), work.script());
            Script undo = engine.derive(current, target);
            int sent;
            try {
                sent = send(work, session, undo, null, false);
            } catch (DeviceException e) {
                return refusedUndo(work, session, e);
            }
            String words = sent == 0
                    ? byTimer ? "went back by its timer" : "nothing to undo"
                    : commands(sent) + " sent" + (byTimer ? " after it went back by its timer" : "");
            // The way back of a timer is the device's own and hides nothing from it.
            if (!work.wayBack().proven() && !byTimer) {
                return PhaseResult.failed(
                        words + ", but the device hides a value of which the old one can't be written back");
            }
            return PhaseResult.done(words);
        });
    }

    /** The device's own sentence, and what it holds after it. */
    private PhaseResult refusedUndo(DeviceWork work, DeviceSession session, DeviceException refusal)
            throws DeviceException {
        if (refusal.reason() != DeviceException.Reason.LINE_REFUSED
                && refusal.reason() != DeviceException.Reason.TRANSFER_FAILED) {
            throw refusal;
        }
        return PhaseResult.failed(RunWords.REFUSED_UNDO + refusal.getMessage())
                .holding(holding(work, session).words());
    }

    private boolean goneBack(DeviceWork work, DeviceSession session) throws DeviceException {
        journal.sent(work.drive(), work.runDeviceId(), "(go back by the dead-man timer at once)");
        boolean gone;
        try {
            gone = session.goBack(Objects.requireNonNull(work.timer()));
            journal.heard(
                    work.drive(), work.runDeviceId(), gone ? "(the device goes back)" : "(no timer runs any more)");
        } catch (DeviceException e) {
            if (e.reason() != DeviceException.Reason.LINE_REFUSED) {
                throw e;
            }
            // Whether it went back is read next; what is still missing is sent.
            gone = false;
            journal.heard(work.drive(), work.runDeviceId(), e.getMessage());
        }
        journal.disarmed(work.drive(), work.runDeviceId());
        return gone;
    }

    /** Startup was the same as running when the change began, and is written only after the checks (law 7). */
    private PhaseResult restoreStartup(DeviceWork work) throws DeviceException {
        return work.visits().visit(work.deviceId(), (device, session) -> {
            if (work.timerUntil() != null && session.hasTimer()) {
                goneBack(work, session);
            }
            journal.sent(work.drive(), work.runDeviceId(), "(take the startup configuration back as a whole)");
            journal.heard(work.drive(), work.runDeviceId(), session.restoreStartup());
            return PhaseResult.done("startup taken back as a whole");
        });
    }

    PhaseResult undoReadBack(DeviceWork work) throws DeviceException {
        ConfigEngine engine = work.engine();
        ConfigTree current = contact.readRunning(work);
        List<String> moved = work.wayBack().whole()
                ? engine.compare(work.before(), current).isEmpty() ? List.of() : List.of("the configuration as a whole")
                : engine.touchedDifferences(work.before(), current, work.script());
        if (!moved.isEmpty()) {
            String words = "does not hold what it held before: " + String.join(", ", moved);
            journal.holds(work.drive(), work.runDeviceId(), words);
            backups.keep(work);
            return PhaseResult.failed(words);
        }
        int elsewhere = engine.compare(work.before(), current).size();
        String words = elsewhere == 0
                ? "equals the backup before the change"
                : "as before where the change touched it; differs in " + elsewhere + " other places";
        return PhaseResult.done(words).holding(words);
    }

    private static String commandsToward(ConfigEngine engine, ConfigTree from, ConfigTree to) {
        List<String> missing = engine.maskedLines(engine.derive(from, to));
        String shown = String.join(
                " / ",
                missing.stream().limit(MOST_LINES_SHOWN).map(String::strip).toList());
        return missing.size() > MOST_LINES_SHOWN ? shown + " / …" : shown;
    }

    private static String commands(int count) {
        return count == 1 ? "1 command" : count + " commands";
    }
}
