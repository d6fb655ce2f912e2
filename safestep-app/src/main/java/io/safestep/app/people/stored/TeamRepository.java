package io.safestep.app.people.stored;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

public interface TeamRepository extends JpaRepository<Team, Long> {

    List<Team> findAllByOrderByName();

    Optional<Team> findByName(String name);
}
