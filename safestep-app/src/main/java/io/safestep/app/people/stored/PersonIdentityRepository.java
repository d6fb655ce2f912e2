package io.safestep.app.people.stored;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

public interface PersonIdentityRepository extends JpaRepository<PersonIdentity, Long> {

    Optional<PersonIdentity> findByIssuerAndSubject(String issuer, String subject);

    List<PersonIdentity> findByPersonIdOrderById(Long personId);

    List<PersonIdentity> findByProviderId(Long providerId);

    long countByProviderId(Long providerId);

    boolean existsByPersonId(Long personId);

    void deleteByPersonId(Long personId);
}
