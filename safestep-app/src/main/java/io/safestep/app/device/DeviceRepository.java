package io.safestep.app.device;

import io.safestep.app.problem.ProblemException;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DeviceRepository extends JpaRepository<StoredDevice, Long> {

    @EntityGraph(attributePaths = {"labels", "site", "partner.site"})
    Optional<StoredDevice> findByName(String name);

    @Override
    @EntityGraph(attributePaths = {"labels", "site", "partner.site"})
    Optional<StoredDevice> findById(Long id);

    @EntityGraph(attributePaths = {"labels", "site"})
    List<StoredDevice> findByAddressOrderByName(String address);

    @Query("select d from StoredDevice d where d.box.serial = :serial")
    Optional<StoredDevice> findBySerial(String serial);

    @EntityGraph(attributePaths = {"labels", "site"})
    List<StoredDevice> findByIdIn(Collection<Long> ids);

    @EntityGraph(attributePaths = {"labels", "site"})
    List<StoredDevice> findAllByOrderByName();

    @Query("select d.name from StoredDevice d where d.name in :names")
    Set<String> namesAmong(Collection<String> names);

    @EntityGraph(attributePaths = {"labels", "site"})
    List<StoredDevice> findByNameInOrderByName(Collection<String> names);

    List<StoredDevice> findByNameContainingIgnoreCaseOrAddressContainingOrBoxSerialContainingIgnoreCaseOrderByName(
            String name, String address, String serial, Limit limit);

    @Query("select d.id as id, d.name as name, d.site.id as siteId from StoredDevice d")
    List<Devices.Place> findPlaces();

    default StoredDevice named(String name) {
        return findByName(name).orElseThrow(() -> ProblemException.notFound("A device called " + name));
    }

    default StoredDevice withId(long id) {
        return findById(id).orElseThrow(() -> ProblemException.notFound("A device with id " + id));
    }
}
