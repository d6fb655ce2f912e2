package io.safestep.app.device;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SiteRepository extends JpaRepository<Site, Long> {

    Optional<Site> findByCode(String code);
}
