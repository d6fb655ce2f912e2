package io.safestep.app.change.stored;

import io.safestep.core.change.ChangeState;
import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
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

    /** Numbers of the changes with this device. */
    @Query("select t.change.number from ChangeTarget t where t.device.name = :device")
    List<Integer> numbersWith(String device);

    /** Those of some changes that somebody has written, or that have one of these devices. */
    @Query("""
            select c.number from Change c where c.number in :numbers and (c.author.login = :login
            or exists (select 1 from ChangeTarget t where t.change = c and t.device.name in :devices))""")
    Set<Integer> writtenByOrWith(Collection<Integer> numbers, String login, Collection<String> devices);

    List<Change> findByStateInOrderByUpdatedAtDesc(Collection<ChangeState> states);

    List<Change> findByStateInOrderByNumberDesc(Collection<ChangeState> states, Limit limit);

    @Query(value = "select nextval('change_number')", nativeQuery = true)
    int nextNumber();
}
