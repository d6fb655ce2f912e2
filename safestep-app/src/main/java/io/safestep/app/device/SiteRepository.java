package io.safestep.app.device;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SiteRepository extends JpaRepository<Site, Long> {

    Optional<Site> findByCodeIgnoreCase(String code);

    List<Site> findAllByOrderByName();
}
