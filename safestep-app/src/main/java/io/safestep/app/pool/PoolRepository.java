package io.safestep.app.pool;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface PoolRepository extends Repository<StoredPool, Long> {

    StoredPool save(StoredPool pool);

    void delete(StoredPool pool);

    List<StoredPool> findAllByOrderByName();

    Optional<StoredPool> findById(long id);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from StoredPool p where p.id = :id")
    Optional<StoredPool> lockById(long id);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from StoredPool p where lower(p.name) = lower(:name)")
    Optional<StoredPool> lockByName(String name);
}
