package io.safestep.app.change;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeRepository;
import io.safestep.app.people.accounts.OpenWork;
import io.safestep.app.people.stored.Person;
import io.safestep.app.scope.Scopes;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeState;
import io.safestep.core.people.Right;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Changes that wait for their author: somebody else goes on with them. What is approved or booked goes on by itself. */
@Component
class ChangesOfPerson implements OpenWork {

    private static final Set<ChangeState> WAIT_FOR_AUTHOR =
            EnumSet.of(ChangeState.DRAFT, ChangeState.RETURNED, ChangeState.IN_REVIEW, ChangeState.APPROVED);

    private final ChangeRepository repository;
    private final ChangesInSight inSight;
    private final Scopes scopes;
    private final AuditLog audit;

    ChangesOfPerson(ChangeRepository repository, ChangesInSight inSight, Scopes scopes, AuditLog audit) {
        this.repository = repository;
        this.inSight = inSight;
        this.scopes = scopes;
        this.audit = audit;
    }

    private List<Change> waitingFor(Person author) {
        return repository.findByStateInOrderByUpdatedAtDesc(WAIT_FOR_AUTHOR).stream()
                .filter(c -> c.author().id().equals(author.id()))
                .sorted(Comparator.comparing(Change::number))
                .toList();
    }

    @Override
    public List<Item> of(Person person) {
        return waitingFor(person).stream()
                .map(c -> new Item(c.subject(), c.title() + ", " + c.state().word()))
                .toList();
    }

    @Override
    public List<Item> handOver(Person from, Person to, String by) {
        List<Item> stay = new ArrayList<>();
        Sight sight = scopes.sight(to.login(), to.scope());
        for (Change change : waitingFor(from)) {
            if (!to.rights().contains(Right.WRITE_CHANGES)) {
                stay.add(new Item(change.subject(), to.name() + " may not write changes"));
            } else if (!inSight.acts(sight, change.number())) {
                stay.add(new Item(change.subject(), "it has devices on which " + to.name() + " may not act"));
            } else {
                change.handTo(to);
                audit.write(by, change.subject(), "handed over", "From " + from.name() + " to " + to.name() + ".");
            }
        }
        return stay;
    }
}
