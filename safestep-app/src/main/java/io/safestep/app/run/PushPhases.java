package io.safestep.app.run;

import io.safestep.app.access.DeviceAccess;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.config.Holding;
import io.safestep.core.config.Script;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.PushListener;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Component;

/** Everything that writes to a device, and the reading back that decides what really came of it. */
@Component
class PushPhases {

    private static final int MOST_LINES_SHOWN = 6;

    private final DeviceAccess access;
    private final RunJournal journal;
    private final Clock clock;

    PushPhases(DeviceAccess access, RunJournal journal, Clock clock) {
        this.access = access;
        this.journal = journal;
        this.clock = clock;
    }

    PhaseResult push(DeviceWork work) throws DeviceException {
        if (!clock.instant().isBefore(work.turnBackAt())) {
            return PhaseResult.failed("the turn-back point has passed: later there would be no time to undo;"
                    + " nothing was written to this device");
        }
        return access.visit(work.deviceId(), session -> {
            // Time has passed since the backup: another device was changed, or a person was at work here.
            ConfigTree current = work.engine().read(session.readRunning());
            List<String> moved = work.engine().touchedDifferences(work.before(), current, work.script());
            if (!moved.isEmpty()) {
                return PhaseResult.failed("changed since its backup a moment ago: " + String.join(", ", moved)
                        + "; nothing was written to this device");
            }
            return pushed(work, send(work, session, work.script(), true));
        });
    }

    private PhaseResult pushed(DeviceWork work, int sent) {
        int all = work.script().lines().size();
        return sent == all
                ? PhaseResult.done(commands(sent) + " sent")
                : PhaseResult.failed(
                        "stopped by " + journal.stopRequestedBy(work.runId()).orElse("somebody") + " after " + sent
                                + " of " + commands(all));
    }

    private int send(DeviceWork work, DeviceSession session, Script script, boolean stoppable) throws DeviceException {
        List<String> shown = work.engine().maskedLines(script);
        boolean[] secret = new boolean[shown.size()];
        int[] last = {-1};
        try {
            return session.push(script, new PushListener() {
                @Override
                public boolean before(int index) {
                    if (stoppable && journal.stopRequestedBy(work.runId()).isPresent()) {
                        return false;
                    }
                    secret[index] = !shown.get(index)
                            .strip()
                            .equals(script.lines().get(index).text());
                    last[0] = index;
                    if (index == 0) {
                        journal.aboutToWrite(work.runDeviceId());
                    }
                    journal.sent(work.runId(), work.runDeviceId(), shown.get(index));
                    return true;
                }

                @Override
                public void after(int index, String answer) {
                    if (!answer.isBlank()) {
                        journal.heard(
                                work.runId(),
                                work.runDeviceId(),
                                secret[index] ? "(an answer to a command with a secret; not shown)" : answer.strip());
                    }
                }
            });
        } catch (DeviceException e) {
            if (e.reason() == DeviceException.Reason.LINE_REFUSED && last[0] >= 0 && secret[last[0]]) {
                throw new DeviceException(
                        e.reason(), work.name() + " refused command " + (last[0] + 1) + ", which holds a secret.");
            }
            throw e;
        }
    }

    PhaseResult readBack(DeviceWork work) throws DeviceException {
        ConfigTree current = readRunning(work);
        ConfigTree outcome = work.outcome();
        Holding holding = work.engine().holding(current, work.before(), outcome);
        journal.holds(work.runDeviceId(), holding.words());
        if (holding.state() == Holding.State.OUTCOME) {
            return PhaseResult.done("equals the outcome");
        }
        return PhaseResult.failed(
                holding.words() + "; still missing: " + commandsToward(work.engine(), current, outcome));
    }

    PhaseResult save(DeviceWork work) throws DeviceException {
        return access.visit(work.deviceId(), session -> {
            String said = session.save();
            journal.heard(work.runId(), work.runDeviceId(), said);
            ConfigEngine engine = work.engine();
            boolean same = engine.same(engine.read(session.readRunning()), engine.read(session.readStartup()));
            return same
                    ? PhaseResult.done("startup equals running")
                    : PhaseResult.failed("the device said it saved, but startup does not equal running");
        });
    }

    /**
     * Sends what leads from what the device holds now back to what it held before, on the ground that the change touches.
     * After a complete push these are the approved undo commands; after a part of one, those that the part needs.
     */
    PhaseResult undoPush(DeviceWork work) throws DeviceException {
        if (work.restoresStartup()) {
            return restoreStartup(work);
        }
        ConfigEngine engine = work.engine();
        return access.visit(work.deviceId(), session -> {
            ConfigTree current = engine.read(session.readRunning());
            Script undo = engine.derive(current, engine.wayBackTarget(current, work.before(), work.script()));
            int sent = send(work, session, undo, false);
            if (!work.undoProven()) {
                return PhaseResult.failed(commands(sent)
                        + " sent, but the device hides a value of which the old one can't be written back");
            }
            return PhaseResult.done(sent == 0 ? "nothing to undo" : commands(sent) + " sent");
        });
    }

    /** Startup was the same as running when the change began, and is written only after the checks (law 7). */
    private PhaseResult restoreStartup(DeviceWork work) throws DeviceException {
        return access.visit(work.deviceId(), session -> {
            journal.sent(work.runId(), work.runDeviceId(), "(take the startup configuration back as a whole)");
            journal.heard(work.runId(), work.runDeviceId(), session.restoreStartup());
            return PhaseResult.done("startup taken back as a whole");
        });
    }

    PhaseResult undoReadBack(DeviceWork work) throws DeviceException {
        ConfigEngine engine = work.engine();
        ConfigTree current = readRunning(work);
        List<String> moved = engine.touchedDifferences(work.before(), current, work.script());
        if (!moved.isEmpty()) {
            String words = "does not hold what it held before: " + String.join(", ", moved);
            journal.holds(work.runDeviceId(), words);
            return PhaseResult.failed(words);
        }
        int elsewhere = engine.compare(work.before(), current).size();
        String words = elsewhere == 0
                ? "equals the backup before the change"
                : "as before where the change touched it; differs in " + elsewhere + " other places";
        journal.holds(work.runDeviceId(), words);
        return PhaseResult.done(words);
    }

    private ConfigTree readRunning(DeviceWork work) throws DeviceException {
        return work.engine().read(access.visit(work.deviceId(), DeviceSession::readRunning));
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
