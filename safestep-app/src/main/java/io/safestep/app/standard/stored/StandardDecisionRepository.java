package io.safestep.app.standard.stored;

import java.util.List;
import org.springframework.data.repository.Repository;

public interface StandardDecisionRepository extends Repository<StandardDecision, Long> {

    StandardDecision saveAndFlush(StandardDecision decision);

    List<StandardDecision> findByVersionIdOrderById(Long versionId);
}
