package io.safestep.app.group;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;

interface DeviceGroupRepository extends JpaRepository<DeviceGroup, Long> {

    @EntityGraph(attributePaths = "members")
    List<DeviceGroup> findAllByOrderByName();

    Optional<DeviceGroup> findByName(String name);
}
