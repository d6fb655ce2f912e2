package io.safestep.app.run;

import io.safestep.app.change.Change;
import io.safestep.app.change.Changes;
import io.safestep.core.run.RunState;
import java.time.Instant;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Runs that ended lately. */
@Service
public class RecentRuns {

    private static final int MOST = 20;

    private final RunRepository runs;
    private final Changes changes;

    RecentRuns(RunRepository runs, Changes changes) {
        this.runs = runs;
        this.changes = changes;
    }

    /** @param endedAt UTC */
    public record Ended(
            int number, String title, RunState state, List<String> devices, String verdict, Instant endedAt) {}

    /** Newest first. */
    @Transactional(readOnly = true)
    public List<Ended> endedSince(Instant moment) {
        return runs.findByEndedAtAfterOrderByEndedAtDesc(moment, Limit.of(MOST)).stream()
                .map(run -> {
                    Change change = changes.withId(run.changeId());
                    return new Ended(
                            change.number(),
                            change.title(),
                            run.state(),
                            run.devices().stream().map(RunDevice::name).toList(),
                            run.verdict(),
                            run.endedAt());
                })
                .toList();
    }
}
