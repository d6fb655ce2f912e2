package io.safestep.app.people.accounts;

import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PeopleGate;
import io.safestep.core.people.PeopleGate.Answer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who looks after a part of the network looks after the people of that part. */
@Component
@Transactional(readOnly = true)
public class PeopleReach {

    private final PersonRepository people;

    PeopleReach(PersonRepository people) {
        this.people = people;
    }

    /**
     * @param by log-in of who would say something about somebody
     * @throws ProblemException when it is somebody for devices that they do not have
     */
    public void check(String by, Person of) {
        if (!PeopleGate.reaches(people.named(by).account(), of.account())) {
            throw ProblemException.forbidden(PeopleWords.of(Answer.NOT_IN_OWN_SCOPE, of.name()));
        }
    }
}
