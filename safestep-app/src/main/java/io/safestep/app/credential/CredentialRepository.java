package io.safestep.app.credential;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CredentialRepository extends JpaRepository<Credential, Long> {

    Optional<Credential> findByName(String name);

    Optional<Credential> findByStandardTrue();

    List<Credential> findAllByOrderByName();
}
