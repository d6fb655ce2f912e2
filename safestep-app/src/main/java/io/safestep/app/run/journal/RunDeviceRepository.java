package io.safestep.app.run.journal;

import org.springframework.data.jpa.repository.JpaRepository;

public interface RunDeviceRepository extends JpaRepository<RunDevice, Long> {}
