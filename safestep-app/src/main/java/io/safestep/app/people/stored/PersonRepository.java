package io.safestep.app.people.stored;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

public interface PersonRepository extends JpaRepository<Person, Long> {

    Optional<Person> findByLogin(String login);

    List<Person> findAllByOrderByName();

    List<Person> findByRetiredAtIsNullOrderByName();
}
