package io.safestep.app.device;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CredentialRepository extends JpaRepository<Credential, Long> {

    Optional<Credential> findByName(String name);
}
