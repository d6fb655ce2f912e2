package io.safestep.app.run.journal;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

public interface RunControlRepository extends JpaRepository<RunControl, Long> {

    List<RunControl> findByRunIdOrderById(Long runId);
}
