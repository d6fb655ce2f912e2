package io.safestep.app.pool;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface AllocationRepository extends Repository<Allocation, Long> {

    Allocation save(Allocation allocation);

    Optional<Allocation> findById(long id);

    List<Allocation> findByPoolIdAndFreedAtIsNullOrderByFirstValue(long poolId);

    List<Allocation> findByChangeNumberAndFreedAtIsNull(int changeNumber);

    Optional<Allocation> findByPoolIdAndChangeNumberAndPlaceAndFreedAtIsNull(
            long poolId, int changeNumber, String place);

    boolean existsByPoolId(long poolId);
}
