package io.safestep.app.network;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface NeighbouringMachineRepository extends JpaRepository<NeighbouringMachine, Long> {

    List<NeighbouringMachine> findByDeviceId(Long deviceId);
}
