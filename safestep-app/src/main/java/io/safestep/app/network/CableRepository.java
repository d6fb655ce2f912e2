package io.safestep.app.network;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface CableRepository extends JpaRepository<Cable, Long> {

    List<Cable> findByOneDeviceIdOrOtherDeviceId(Long one, Long other);
}
