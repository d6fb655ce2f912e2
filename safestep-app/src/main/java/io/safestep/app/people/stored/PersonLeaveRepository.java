package io.safestep.app.people.stored;

import java.time.Instant;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Leaves of people. */
public interface PersonLeaveRepository extends JpaRepository<PersonLeave, Long> {

    List<PersonLeave> findByEndsAtAfterOrderByBeginsAt(Instant now);

    List<PersonLeave> findByPersonIdAndEndsAtAfterOrderByBeginsAt(Long personId, Instant now);
}
