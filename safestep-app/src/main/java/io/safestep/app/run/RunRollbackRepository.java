package io.safestep.app.run;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface RunRollbackRepository extends JpaRepository<RunRollback, Long> {

    List<RunRollback> findByRunIdOrderByNumber(Long runId);
}
