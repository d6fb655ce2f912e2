package io.safestep.app.run.driving;

import io.safestep.app.change.Changes;
import io.safestep.app.run.journal.Drive;
import io.safestep.app.run.journal.RunJournal;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.schedule.ChangeTimes;
import io.safestep.core.run.PhaseTimes;
import io.safestep.core.run.RunPicture;
import io.safestep.core.run.TimeLeft;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** What is known about how long a run takes, renewed while it goes on: every phase that ends is a measurement. */
@Component
class RunTimings {

    private static final Duration RENEW = Duration.ofSeconds(5);
    private static final Duration SHOW = Duration.ofSeconds(1);

    private final RunRepository runs;
    private final Changes changes;
    private final ChangeTimes times;
    private final RunJournal journal;
    private final TransactionTemplate transaction;
    private final Clock clock;

    RunTimings(
            RunRepository runs,
            Changes changes,
            ChangeTimes times,
            RunJournal journal,
            TransactionTemplate transaction,
            Clock clock) {
        this.runs = runs;
        this.changes = changes;
        this.times = times;
        this.journal = journal;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Times of one run, not older than some seconds. */
    final class Known {
        private final long runId;
        private @Nullable PhaseTimes known;
        private Instant read = Instant.MIN;
        private Instant shown = Instant.MIN;

        private Known(long runId) {
            this.runId = runId;
        }

        PhaseTimes times() {
            Instant now = clock.instant();
            PhaseTimes last = known;
            if (last == null || read.plus(RENEW).isBefore(now)) {
                last = read(runId);
                known = last;
                read = now;
            }
            return last;
        }
    }

    Known of(long runId) {
        return new Known(runId);
    }

    private PhaseTimes read(long runId) {
        return transaction.execute(t ->
                times.phases(changes.withId(runs.findById(runId).orElseThrow().changeId())));
    }

    /** Writes down for the board when the run will be done and when it turns back. */
    void show(Drive drive, RunPicture picture, Known known) {
        TimeLeft time = picture.time();
        if (known.shown.plus(SHOW).isBefore(time.now())) {
            Instant done = picture.turningBack() ? time.now().plus(time.wayBack()) : time.doneAt();
            journal.times(drive, done, time.turnBackAt(), time.wayBack().toSeconds());
            known.shown = time.now();
        }
    }
}
