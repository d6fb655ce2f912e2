package io.safestep.app.device;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface DeviceRepository extends JpaRepository<Device, Long> {

    Optional<Device> findByName(String name);

    List<Device> findAllByOrderByName();

    List<Device> findByNameContainingIgnoreCaseOrAddressContainingOrderByName(String name, String address);
}
