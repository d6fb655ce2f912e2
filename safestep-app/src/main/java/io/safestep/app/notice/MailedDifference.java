package io.safestep.app.notice;

import io.safestep.app.change.ChangeText;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.scope.Scopes;
import io.safestep.app.sight.Sight;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;

/**
 * What a mail that asks for a decision holds beside its words: what is to be approved, as it is when the mail leaves, as far
 * as the person sees it. Secrets are masked.
 */
@Component
class MailedDifference {

    /** More is not read in a mail. */
    private static final int MOST_CHARACTERS = 40_000;

    private static final Pattern DECIDED_THERE = Pattern.compile("/changes/(\\d{1,9})/approve");

    private final People people;
    private final Scopes scopes;
    private final ChangesInSight inSight;
    private final ChangeText text;

    MailedDifference(People people, Scopes scopes, ChangesInSight inSight, ChangeText text) {
        this.people = people;
        this.scopes = scopes;
        this.inSight = inSight;
        this.text = text;
    }

    /**
     * @param login of who is mailed
     * @param link of the notice
     * @return empty where there is nothing to decide about, or they do not see it any more
     */
    String of(NoticeKind kind, String login, String link) {
        Matcher change = DECIDED_THERE.matcher(link);
        if (kind != NoticeKind.DECISION_ASKED && kind != NoticeKind.EMERGENCY || !change.matches()) {
            return "";
        }
        int number = Integer.parseInt(change.group(1));
        Person person = people.withLogin(login);
        Sight sight = scopes.sight(login, person.scope());
        if (inSight.seenOf(sight, List.of(number)).isEmpty()) {
            return "";
        }
        String whole = text.of(number, sight);
        return "\n\n"
                + (whole.length() <= MOST_CHARACTERS
                        ? whole
                        : whole.substring(0, MOST_CHARACTERS) + "\n… the rest is in Safe Step.\n");
    }
}
