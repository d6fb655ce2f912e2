package io.safestep.app.drift;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface DriftEntryRepository extends JpaRepository<DriftEntry, Long> {

    List<DriftEntry> findByFindingIdOrderById(Long findingId);
}
