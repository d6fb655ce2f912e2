package io.safestep.app.run;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.CrudRepository;

interface CheckQuestionRepository extends CrudRepository<CheckQuestion, Long> {

    Optional<CheckQuestion> findByRunDeviceIdAndCheckId(long runDeviceId, long checkId);

    List<CheckQuestion> findByRunDeviceIdInOrderById(Collection<Long> runDeviceIds);
}
