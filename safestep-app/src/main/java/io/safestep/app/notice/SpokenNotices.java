package io.safestep.app.notice;

import io.safestep.app.change.Changes;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.change.stored.Change;
import io.safestep.app.comment.Spoken;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.scope.Scopes;
import io.safestep.app.sight.Sight;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;

/** Tells people that somebody has spoken to them about a change, as far as they see it. */
@Component
class SpokenNotices {

    private final Changes changes;
    private final ChangesInSight inSight;
    private final People people;
    private final Scopes scopes;
    private final Inbox inbox;

    SpokenNotices(Changes changes, ChangesInSight inSight, People people, Scopes scopes, Inbox inbox) {
        this.changes = changes;
        this.inSight = inSight;
        this.people = people;
        this.scopes = scopes;
        this.inbox = inbox;
    }

    @TransactionalEventListener(phase = TransactionPhase.BEFORE_COMMIT)
    void on(Spoken spoken) {
        Change change = changes.numbered(spoken.number());
        String by = people.withLogin(spoken.by()).name();
        for (String login : spoken.to()) {
            Person person = people.withLogin(login);
            Sight sight = scopes.sight(person.login(), person.scope());
            if (!inSight.seenOf(sight, List.of(change.number())).isEmpty()) {
                inbox.put(
                        person,
                        NoticeKind.SPOKEN_TO,
                        by + " speaks to you about " + change.subject(),
                        sight.told("“" + spoken.body() + "”") + "\n" + change.title(),
                        "/changes/" + change.number() + "/approve");
            }
        }
    }
}
