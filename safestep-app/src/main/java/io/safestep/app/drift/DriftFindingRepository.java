package io.safestep.app.drift;

import io.safestep.core.drift.FindingState;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface DriftFindingRepository extends JpaRepository<DriftFinding, Long> {

    Optional<DriftFinding> findByDeviceIdAndEndedAtIsNull(Long deviceId);

    List<DriftFinding> findByEndedAtIsNullOrderByFirstSeenAtDesc();

    List<DriftFinding> findByEndedAtIsNotNullOrderByEndedAtDesc(Limit limit);

    List<DriftFinding> findByEndedAtIsNotNullAndDeviceIdInOrderByEndedAtDesc(Collection<Long> deviceIds, Limit limit);

    List<DriftFinding> findByStateAndHoldUntilBefore(FindingState state, Instant at);

    List<DriftFinding> findByState(FindingState state);
}
