package io.safestep.app.people.accounts;

import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PeopleGate;
import io.safestep.core.people.PeopleGate.Answer;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.Role;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What one administrator says for the whole house and another has to agree to: who is believed about who somebody is, and by
 * whose hands links go with which people come in.
 */
@Component
@Transactional(readOnly = true)
public class Consent {

    private static final Power EVERYTHING = Power.everywhere(Set.of(Role.values()));

    private final PersonRepository people;

    Consent(PersonRepository people) {
        this.people = people;
    }

    /**
     * @param by log-in of who wants something
     * @param what is wanted, as a sentence begins with it
     * @return what waits for another administrator, as a sentence; null when it goes at once
     * @throws ProblemException when it does not go at all
     */
    public @Nullable String waits(String by, String what) {
        Answer answer = PeopleGate.trust(
                people.named(by).account(),
                people.findAll().stream().map(Person::account).toList());
        return switch (answer) {
            case GOES -> null;
            case WAITS_FOR_ANOTHER ->
                "Another administrator has to agree, and sees it on this page. Until then, all stays as it is.";
            default -> throw ProblemException.refused(PeopleWords.of(answer, what));
        };
    }

    /**
     * @param by log-in of who would agree
     * @param wantedBy log-in
     * @throws ProblemException when they may not
     */
    public void mayAgree(String by, String wantedBy) {
        if (!PeopleGate.mayAgree(people.named(by).account(), wantedBy, EVERYTHING)) {
            throw ProblemException.forbidden("Another administrator than "
                    + people.named(wantedBy).name() + " has to agree, whose scope is all devices.");
        }
    }
}
