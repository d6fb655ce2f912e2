package io.safestep.app.run;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RunDeviceRepository extends JpaRepository<RunDevice, Long> {

    /** Names of the devices of a wave, without all else that hangs on them. */
    @Query("select d.target.device.name from RunDevice d where d.run.id = :runId and d.wave = :wave")
    List<String> namesInWave(long runId, int wave);
}
