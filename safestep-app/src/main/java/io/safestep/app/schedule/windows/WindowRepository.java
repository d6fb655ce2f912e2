package io.safestep.app.schedule.windows;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;

interface WindowRepository extends JpaRepository<WindowEntity, Long> {

    List<WindowEntity> findAllByOrderById();

    /** Held until the transaction ends, so that nothing is booked into a window while it is retired. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    Optional<WindowEntity> findWithLockById(Long id);
}
