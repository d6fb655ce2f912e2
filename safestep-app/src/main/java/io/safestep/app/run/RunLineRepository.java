package io.safestep.app.run;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface RunLineRepository extends JpaRepository<RunLine, Long> {

    List<RunLine> findByRunIdAndIdGreaterThanOrderById(Long runId, Long after, Limit limit);
}
