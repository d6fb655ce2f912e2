package io.safestep.app.run.journal;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

public interface RunRollbackRepository extends JpaRepository<RunRollback, Long> {

    List<RunRollback> findByRunIdOrderByNumber(Long runId);
}
