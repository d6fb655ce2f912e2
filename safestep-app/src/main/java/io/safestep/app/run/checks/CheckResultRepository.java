package io.safestep.app.run.checks;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

public interface CheckResultRepository extends JpaRepository<CheckResult, Long> {

    List<CheckResult> findByRunDeviceIdInOrderById(Collection<Long> runDeviceIds);

    List<CheckResult> findByRunDeviceIdAndCheckIdOrderById(Long runDeviceId, Long checkId);

    List<CheckResult> findByRunDeviceIdAndStageOrderById(Long runDeviceId, CheckResult.Stage stage);
}
