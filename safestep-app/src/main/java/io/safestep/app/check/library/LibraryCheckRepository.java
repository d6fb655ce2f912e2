package io.safestep.app.check.library;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.CrudRepository;

interface LibraryCheckRepository extends CrudRepository<LibraryCheck, Long> {

    List<LibraryCheck> findAllByOrderByName();

    Optional<LibraryCheck> findByName(String name);
}
