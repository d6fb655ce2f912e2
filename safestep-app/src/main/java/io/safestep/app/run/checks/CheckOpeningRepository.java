package io.safestep.app.run.checks;

import java.util.Collection;
import java.util.List;
import org.springframework.data.repository.CrudRepository;

public interface CheckOpeningRepository extends CrudRepository<CheckOpening, CheckOpening.Place> {

    List<CheckOpening> findByPlaceRunDeviceIdIn(Collection<Long> runDeviceIds);
}
