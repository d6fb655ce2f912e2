package io.safestep.app.approval.seen;

import java.time.Instant;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SeenContentRepository extends JpaRepository<SeenContent, Long> {

    /** What was submitted last. */
    Optional<SeenContent> findFirstByChangeIdOrderByIdDesc(Long changeId);

    /** What was submitted last with a seal by then. */
    Optional<SeenContent> findFirstByChangeIdAndSealAndKeptAtLessThanEqualOrderByIdDesc(
            Long changeId, String seal, Instant at);
}
