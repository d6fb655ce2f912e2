package io.safestep.app.people.stored;

import io.safestep.app.problem.ProblemException;
import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

public interface PersonRepository extends JpaRepository<Person, Long> {

    Optional<Person> findByLogin(String login);

    List<Person> findByLoginIn(Collection<String> logins);

    Optional<Person> findByPasskeyHandle(String handle);

    /** One who is here and has this mail address, in whatever case. */
    Optional<Person> findFirstByEmailIgnoreCaseAndRetiredAtIsNullOrderById(String email);

    /** Held for this transaction: of two who try the same code at once, one is right. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from Person p where p.id = :id")
    Person withLock(Long id);

    /** @throws ProblemException when there is nobody of this log-in */
    default Person named(String login) {
        return findByLogin(login).orElseThrow(() -> ProblemException.notFound("A person with log-in " + login));
    }

    List<Person> findAllByOrderByName();

    List<Person> findByRetiredAtIsNullOrderByName();
}
