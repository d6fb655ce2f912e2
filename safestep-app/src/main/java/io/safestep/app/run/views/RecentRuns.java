package io.safestep.app.run.views;

import io.safestep.app.change.stored.Outlines;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.core.run.RunState;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Runs that ended lately. */
@Service
public class RecentRuns {

    private static final int MOST = 20;

    private final RunRepository runs;
    private final Outlines outlines;

    RecentRuns(RunRepository runs, Outlines outlines) {
        this.runs = runs;
        this.outlines = outlines;
    }

    /**
     * @param author log-in
     * @param endedAt UTC
     */
    public record Ended(
            int number,
            String title,
            String author,
            RunState state,
            List<String> devices,
            String verdict,
            Instant endedAt) {}

    /** Newest first. */
    @Transactional(readOnly = true)
    public List<Ended> endedSince(Instant moment) {
        List<Run> ended = runs.findByEndedAtAfterOrderByEndedAtDesc(moment, Limit.of(MOST));
        Map<Long, Outlines.Outline> of =
                outlines.withIds(ended.stream().map(Run::changeId).toList());
        return ended.stream()
                .map(run -> ended(run, Objects.requireNonNull(of.get(run.changeId()))))
                .toList();
    }

    private static Ended ended(Run run, Outlines.Outline change) {
        return new Ended(
                change.number(),
                change.title(),
                change.author(),
                run.state(),
                run.devices().stream().map(RunDevice::name).toList(),
                run.verdict(),
                run.endedAt());
    }
}
