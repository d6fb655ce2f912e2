package io.safestep.app.people.stored;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

public interface IdentityProviderRepository extends JpaRepository<IdentityProvider, Long> {

    Optional<IdentityProvider> findBySlug(String slug);

    List<IdentityProvider> findAllByOrderById();
}
