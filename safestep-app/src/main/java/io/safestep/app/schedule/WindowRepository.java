package io.safestep.app.schedule;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface WindowRepository extends JpaRepository<WindowEntity, Long> {

    List<WindowEntity> findAllByOrderById();
}
