package io.safestep.app.schedule.freezes;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;

interface FreezeRepository extends JpaRepository<FreezeEntity, Long> {

    @EntityGraph(attributePaths = {"sites", "groups"})
    List<FreezeEntity> findByLiftedAtIsNullOrderByName();

    Optional<FreezeEntity> findByNameIgnoreCaseAndLiftedAtIsNull(String name);

    Optional<FreezeEntity> findByIdAndLiftedAtIsNull(long id);
}
