package io.safestep.app.people.stored;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

/** Tokens of programs. */
public interface PersonTokenRepository extends JpaRepository<PersonToken, Long> {

    Optional<PersonToken> findByTokenHash(String tokenHash);

    List<PersonToken> findByPersonIdOrderByIdDesc(Long personId);

    boolean existsByPersonIdAndNameAndEndedAtIsNull(Long personId, String name);
}
