package io.safestep.app.people.stored;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

public interface PersonRepository extends JpaRepository<Person, Long> {

    Optional<Person> findByLogin(String login);

    /** Held for this transaction: of two who try the same code at once, one is right. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from Person p where p.id = :id")
    Person withLock(Long id);

    List<Person> findAllByOrderByName();

    List<Person> findByRetiredAtIsNullOrderByName();
}
