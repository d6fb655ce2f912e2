package io.safestep.app.comment;

import io.safestep.app.change.ChangesInSight;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.scope.Scopes;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;

/** To whom a text speaks: {@code @} and a log-in, anywhere but within a word such as a mail address. */
@Component
class Mentions {

    private static final Pattern NAME =
            Pattern.compile("(?<![\\w.@-])@([a-z][a-z0-9._-]{0,39})", Pattern.CASE_INSENSITIVE);

    private final People people;
    private final Scopes scopes;
    private final ChangesInSight inSight;

    Mentions(People people, Scopes scopes, ChangesInSight inSight) {
        this.people = people;
        this.scopes = scopes;
        this.inSight = inSight;
    }

    /**
     * What is no log-in of anybody speaks to nobody.
     *
     * @param number of the change that the text is about
     * @throws ProblemException when it speaks to somebody who does not see that change: they could not read it
     */
    List<Person> in(String text, int number) {
        Map<String, Person> found = new LinkedHashMap<>();
        Matcher names = NAME.matcher(text);
        while (names.find()) {
            String login = names.group(1).toLowerCase(Locale.ROOT).replaceAll("[._-]+$", "");
            people.known(login).filter(p -> p.retiredAt() == null).ifPresent(person -> {
                boolean sees = !inSight.seenOf(scopes.sight(person.login(), person.scope()), List.of(number))
                        .isEmpty();
                if (!sees) {
                    throw ProblemException.invalid(
                            "body",
                            person.name() + " (@" + person.login() + ") does not see CR-" + number
                                    + ": none of its devices is in their scope. Speak to somebody else.");
                }
                found.put(person.login(), person);
            });
        }
        return List.copyOf(found.values());
    }
}
