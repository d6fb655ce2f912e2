package io.safestep.app.run;

import java.util.Collection;
import java.util.List;
import org.springframework.data.repository.CrudRepository;

interface CheckOpeningRepository extends CrudRepository<CheckOpening, CheckOpening.Place> {

    List<CheckOpening> findByPlaceRunDeviceIdIn(Collection<Long> runDeviceIds);
}
