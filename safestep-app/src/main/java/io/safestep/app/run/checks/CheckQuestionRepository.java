package io.safestep.app.run.checks;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.CrudRepository;

public interface CheckQuestionRepository extends CrudRepository<CheckQuestion, Long> {

    /** Nobody has answered, and there is time to. */
    String OPEN = "q.confirmed is null and q.waitsUntil > :now";

    Optional<CheckQuestion> findByRunDeviceIdAndCheckId(long runDeviceId, long checkId);

    /** Those of a run that wait for an answer. */
    @Query("select q from CheckQuestion q join RunDevice d on d.id = q.runDeviceId where d.run.id = :runId and " + OPEN
            + " order by q.id")
    List<CheckQuestion> openIn(long runId, Instant now);

    /** @param devices about how many something is asked */
    record Open(long runId, long devices) {}

    @Query("select new io.safestep.app.run.checks.CheckQuestionRepository$Open(d.run.id, count(distinct d.id))"
            + " from CheckQuestion q join RunDevice d on d.id = q.runDeviceId where d.run.id in :runIds and " + OPEN
            + " group by d.run.id")
    List<Open> openByRun(Collection<Long> runIds, Instant now);
}
