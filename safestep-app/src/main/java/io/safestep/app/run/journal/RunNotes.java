package io.safestep.app.run.journal;

import java.time.Clock;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Notes in the transcript of a run beside what its driving process writes in its journal: of people, and of its end. */
@Component
public class RunNotes {

    private final RunLineRepository lines;
    private final RunSignals signals;
    private final Clock clock;

    RunNotes(RunLineRepository lines, RunSignals signals, Clock clock) {
        this.lines = lines;
        this.signals = signals;
        this.clock = clock;
    }

    /** @param runDeviceId of which device it is; null when it is of the whole run */
    @Transactional(propagation = Propagation.MANDATORY)
    public void add(long runId, @Nullable Long runDeviceId, String text) {
        lines.save(new RunLine(runId, runDeviceId, clock.instant(), RunLine.Kind.NOTE, text));
        signals.moved(runId);
    }
}
