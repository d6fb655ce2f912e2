package io.safestep.app.run;

import io.safestep.app.change.Change;
import io.safestep.app.change.Changes;
import io.safestep.core.run.Decision;
import io.safestep.core.run.RunState;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Runs that ended lately, and what those that go on wait for. */
@Service
public class RecentRuns {

    private static final int MOST = 20;

    private final RunRepository runs;
    private final Changes changes;
    private final CheckQuestions questions;

    RecentRuns(RunRepository runs, Changes changes, CheckQuestions questions) {
        this.runs = runs;
        this.changes = changes;
        this.questions = questions;
    }

    /** What the run of a change that goes on waits for a person for, in words; empty when it waits for nobody. */
    @Transactional(readOnly = true)
    public Optional<String> waitsFor(Change change) {
        return runs.findByChangeIdOrderByIdDesc(change.id()).stream()
                .filter(run -> !run.state().ended())
                .findFirst()
                .flatMap(this::waitsFor);
    }

    private Optional<String> waitsFor(Run run) {
        if (run.holdReason() != null) {
            return Optional.of(RunWords.hold(new Decision.Hold(run.holdReason(), run.holdDevices())));
        }
        int asked = questions.openIn(run).size();
        return asked == 0
                ? Optional.empty()
                : Optional.of("a check asks somebody about " + (asked == 1 ? "one device" : asked + " devices"));
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
