package io.safestep.app.run.journal;

import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import java.time.Instant;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface RunStepRepository extends JpaRepository<RunStep, Long> {

    /** A step as it is shown: a board asks for thousands of them every second. */
    record Shown(Long runDeviceId, Phase phase, StepState state, Instant startedAt, Instant endedAt, String words) {}

    /** Oldest first. */
    @Query(
            "select new io.safestep.app.run.journal.RunStepRepository$Shown(s.runDevice.id, s.phase, s.state, s.startedAt,"
                    + " s.endedAt, s.words) from RunStep s where s.runDevice.run.id = ?1 order by s.id")
    List<Shown> shownOf(long runId);
}
