package io.safestep.app.run.journal;

import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import java.time.Instant;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface RunLineRepository extends JpaRepository<RunLine, Long> {

    /** A line without its run. */
    record Told(Long id, Long runDeviceId, Instant at, String kind, String text, Phase phase, StepState state) {}

    /** Oldest first. Asked for many times a second while a run goes on. */
    @Query(
            "select new io.safestep.app.run.journal.RunLineRepository$Told(l.id, l.runDeviceId, l.at, cast(l.kind as string),"
                    + " l.text, l.phase, l.stepState) from RunLine l"
                    + " where l.runId = :runId and l.id > :after order by l.id")
    List<Told> after(long runId, long after, Limit limit);
}
