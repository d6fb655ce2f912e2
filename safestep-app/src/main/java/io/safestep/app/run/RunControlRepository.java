package io.safestep.app.run;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface RunControlRepository extends JpaRepository<RunControl, Long> {

    List<RunControl> findByRunIdOrderById(Long runId);
}
