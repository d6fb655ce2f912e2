package io.safestep.app.device;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DeviceRepository extends JpaRepository<Device, Long> {

    Optional<Device> findByName(String name);

    List<Device> findByAddressOrderByName(String address);

    Optional<Device> findBySerial(String serial);

    @EntityGraph(attributePaths = {"labels", "site"})
    List<Device> findByIdIn(Collection<Long> ids);

    @EntityGraph(attributePaths = {"labels", "site"})
    List<Device> findAllByOrderByName();

    List<Device> findByNameInOrderByName(Collection<String> names);

    List<Device> findByNameContainingIgnoreCaseOrAddressContainingOrSerialContainingIgnoreCaseOrderByName(
            String name, String address, String serial, Limit limit);

    @Query(
            "select d from Device d where d.lastProblem is not null or d.offeredHostKey is not null"
                    + " or d.seenSerial is not null or d.baselineBackupId is null or d.unsaved = true or d.matches = false order by d.name")
    List<Device> findInTrouble();
}
