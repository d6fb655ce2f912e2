package io.safestep.app.people.stored;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface TeamRepository extends JpaRepository<Team, Long> {

    List<Team> findAllByOrderByName();

    Optional<Team> findByName(String name);

    /** Who is in which team. */
    record Membership(Long team, Long person) {}

    @Query("select new io.safestep.app.people.stored.TeamRepository$Membership(t.id, m) from Team t join t.members m")
    List<Membership> memberships();
}
