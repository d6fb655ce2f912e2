package io.safestep.app.people;

import io.safestep.app.people.own.Passwords;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PeopleGate.Power;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who there is. The front door of this package. */
@Service
public class People {

    private final PersonRepository repository;
    private final Passwords passwords;

    People(PersonRepository repository, Passwords passwords) {
        this.repository = repository;
        this.passwords = passwords;
    }

    /** Who is here; not those who are retired. */
    @Transactional(readOnly = true)
    public List<Person> all() {
        return repository.findByRetiredAtIsNullOrderByName();
    }

    /** Says where mail to somebody goes, unless that is said already. */
    @Transactional
    public void ensureMail(String login, String address) {
        Person person = withLogin(login);
        if (person.email() == null) {
            person.mailTo(address);
        }
    }

    /** Empty when there is nobody of this log-in. */
    @Transactional(readOnly = true)
    public Optional<Person> known(String login) {
        return repository.findByLogin(login);
    }

    /** What people are called, by their log-ins; also of those who are retired, without those whom nobody knows. */
    @Transactional(readOnly = true)
    public Map<String, String> names(Collection<String> logins) {
        return repository.findByLoginIn(logins).stream().collect(Collectors.toMap(Person::login, Person::name));
    }

    /** @throws ProblemException when there is no such person */
    @Transactional(readOnly = true)
    public Person withLogin(String login) {
        return repository
                .findByLogin(login)
                .orElseThrow(() -> ProblemException.notFound("A person with log-in " + login));
    }

    /** The person with this log-in, added when there is none yet. */
    @Transactional
    public Person ensure(String login, String name, String password, Power power) {
        return repository.findByLogin(login).orElseGet(() -> {
            Person person = new Person(login, name, power.roles());
            person.become(power);
            person.choosePassword(passwords.hash(password));
            return repository.save(person);
        });
    }
}
