package io.safestep.app.run;

import io.safestep.app.run.RunLine.Kind;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunPicture;
import io.safestep.core.run.StepState;
import java.time.Clock;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes down what a run is about to do and what came of it. Every call is a transaction of its own, so that what was
 * written stays whatever happens next.
 */
@Service
@Transactional(propagation = Propagation.REQUIRES_NEW)
class RunJournal {

    private final RunRepository runs;
    private final RunDeviceRepository devices;
    private final RunStepRepository steps;
    private final RunLineRepository lines;
    private final Clock clock;

    RunJournal(
            RunRepository runs,
            RunDeviceRepository devices,
            RunStepRepository steps,
            RunLineRepository lines,
            Clock clock) {
        this.runs = runs;
        this.devices = devices;
        this.steps = steps;
        this.lines = lines;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    RunPicture picture(long runId) {
        Run run = runs.findById(runId).orElseThrow();
        return new RunPicture(run.devices().stream().map(RunDevice::progress).toList(), run.stopRequestedAt() != null);
    }

    /** @return the id of the step that was begun */
    long begin(long runDeviceId, Phase phase) {
        RunDevice device = devices.findById(runDeviceId).orElseThrow();
        RunStep step = steps.save(new RunStep(device, phase, clock.instant()));
        return step.id();
    }

    void end(long stepId, StepState state, String words) {
        steps.findById(stepId).orElseThrow().end(state, words, clock.instant());
    }

    /** Marks what was going on when a process ended: nobody knows how far it came. */
    boolean markInterrupted(long runId) {
        boolean any = false;
        for (RunDevice device : runs.findById(runId).orElseThrow().devices()) {
            for (RunStep step : device.steps()) {
                if (step.state() == StepState.GOING) {
                    step.end(
                            StepState.INTERRUPTED,
                            "Safe Step ended while this was going on. How far it came is not known.",
                            clock.instant());
                    any = true;
                }
            }
        }
        return any;
    }

    void sent(long runId, long runDeviceId, String text) {
        write(runId, runDeviceId, Kind.SENT, text);
    }

    void heard(long runId, long runDeviceId, String text) {
        write(runId, runDeviceId, Kind.HEARD, text);
    }

    void note(long runId, Long runDeviceId, String text) {
        write(runId, runDeviceId, Kind.NOTE, text);
    }

    private void write(long runId, Long runDeviceId, Kind kind, String text) {
        lines.save(new RunLine(runId, runDeviceId, clock.instant(), kind, text));
    }

    void backedUp(long runDeviceId, long backupId) {
        devices.findById(runDeviceId).orElseThrow().backedUp(backupId);
    }

    void backedUpAfter(long runDeviceId, long backupId) {
        devices.findById(runDeviceId).orElseThrow().backedUpAfter(backupId);
    }

    /** Stored before the first command is sent: from then on the device may hold something of the script. */
    void aboutToWrite(long runDeviceId) {
        devices.findById(runDeviceId).orElseThrow().aboutToBeWritten();
    }

    void holds(long runDeviceId, String words) {
        devices.findById(runDeviceId).orElseThrow().holds(words);
    }

    @Transactional(readOnly = true)
    Optional<String> stopRequestedBy(long runId) {
        return runs.stopRequestedBy(runId);
    }
}
