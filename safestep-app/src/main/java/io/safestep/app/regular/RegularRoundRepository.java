package io.safestep.app.regular;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RegularRoundRepository extends JpaRepository<RegularRound, Long> {

    List<RegularRound> findAllByOrderByName();

    /** @param changedBy log-in of who wrote them last */
    List<RegularRound> findByChangedBy(String changedBy);

    Optional<RegularRound> findByName(String name);

    /** Those whose time has come, held until the transaction ends: another process passes over them. */
    @Query(
            value =
                    "select * from regular_round where active and next_at <= :now order by next_at for update skip locked",
            nativeQuery = true)
    List<RegularRound> due(Instant now);
}
