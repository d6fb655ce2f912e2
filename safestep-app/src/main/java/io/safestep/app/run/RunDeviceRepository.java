package io.safestep.app.run;

import org.springframework.data.jpa.repository.JpaRepository;

interface RunDeviceRepository extends JpaRepository<RunDevice, Long> {}
