package io.safestep.app.credential;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CredentialUseRepository extends JpaRepository<CredentialUse, Long> {

    Optional<CredentialUse> findByPlaceAndPlaceId(Place place, Long placeId);

    List<CredentialUse> findByCredentialId(Long credentialId);

    void deleteByPlaceAndPlaceId(Place place, Long placeId);
}
