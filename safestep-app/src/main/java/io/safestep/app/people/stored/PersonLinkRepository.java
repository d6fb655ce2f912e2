package io.safestep.app.people.stored;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;

public interface PersonLinkRepository extends JpaRepository<PersonLink, Long> {

    Optional<PersonLink> findByTokenHash(String tokenHash);

    /** For the one who uses it: of two at the same moment, the second one waits and finds it used. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    Optional<PersonLink> findWithLockByTokenHash(String tokenHash);

    /** Those that somebody could still use. */
    List<PersonLink> findByUsedAtIsNullAndEndsAtAfter(Instant now);

    void deleteByPersonIdAndUsedAtIsNull(Long personId);

    void deleteByPersonIdIsNullAndUsedAtIsNull();
}
