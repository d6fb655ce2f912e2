package io.safestep.app.change.stored;

import io.safestep.core.change.ChangeState;
import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

public interface ChangeRepository extends JpaRepository<Change, Long> {

    Optional<Change> findByNumber(int number);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select c from Change c where c.number = :number")
    Optional<Change> lockByNumber(int number);

    @Query("select t.device.name from ChangeTarget t where t.change.number = :number")
    List<String> devicesOf(int number);

    /** Log-in. */
    @Query("select c.author.login from Change c where c.number = :number")
    Optional<String> authorOf(int number);

    List<Change> findByStateInOrderByUpdatedAtDesc(Collection<ChangeState> states);

    List<Change> findByStateInOrderByNumberDesc(Collection<ChangeState> states, Limit limit);

    @Query(value = "select nextval('change_number')", nativeQuery = true)
    int nextNumber();
}
