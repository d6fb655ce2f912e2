package io.safestep.app.check.library;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.CrudRepository;

interface CheckSetRepository extends CrudRepository<CheckSet, Long> {

    List<CheckSet> findAllByOrderByName();

    Optional<CheckSet> findByName(String name);
}
