package io.safestep.app.standard.stored;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

public interface StandardChangeRepository extends Repository<StandardChange, Long> {

    StandardChange saveAndFlush(StandardChange standard);

    Optional<StandardChange> findById(Long id);

    List<StandardChange> findAllByOrderByName();

    /** Held for this transaction, so that two who write or decide do so one after the other. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from StandardChange s where s.id = :id")
    Optional<StandardChange> lockById(Long id);

    boolean existsByNameIgnoreCaseAndRetiredAtIsNullAndIdNot(String name, Long id);
}
