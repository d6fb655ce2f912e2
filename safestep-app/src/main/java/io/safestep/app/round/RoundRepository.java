package io.safestep.app.round;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface RoundRepository extends JpaRepository<Round, Long> {

    List<Round> findAllByOrderByIdDesc(Limit limit);
}
