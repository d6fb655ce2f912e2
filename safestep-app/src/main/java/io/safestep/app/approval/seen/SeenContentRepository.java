package io.safestep.app.approval.seen;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SeenContentRepository extends JpaRepository<SeenContent, Long> {

    Optional<SeenContent> findByChangeIdAndSeal(Long changeId, String seal);
}
