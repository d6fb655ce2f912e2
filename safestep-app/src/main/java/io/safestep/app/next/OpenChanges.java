package io.safestep.app.next;

import io.safestep.app.approval.Reviews;
import io.safestep.app.approval.needs.Needs;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.kept.FoundOnce;
import io.safestep.app.kept.Stamps;
import io.safestep.app.kept.WrittenList;
import io.safestep.app.people.stored.Person;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeState;
import io.safestep.core.next.ChangeFacts;
import io.safestep.core.people.Right;
import io.safestep.core.people.Scope;
import java.time.Clock;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is known of all changes that are not over, found out once for everybody who asks. */
@Component
class OpenChanges {

    private static final Set<ChangeState> OPEN =
            Arrays.stream(ChangeState.values()).filter(s -> !s.ended()).collect(Collectors.toSet());

    private final Outlines outlines;
    private final Gathering gathering;
    private final Reviews reviews;
    private final FoundOnce<Known> found;

    OpenChanges(Outlines outlines, Gathering gathering, Reviews reviews, Stamps stamps, Clock clock) {
        this.outlines = outlines;
        this.gathering = gathering;
        this.reviews = reviews;
        this.found = new FoundOnce<>(stamps, Stamps.Listed.OPEN_CHANGES, clock, this::find);
    }

    /**
     * What was found out, and what it comes to for each who has asked since. May be asked by several threads.
     *
     * @param changes what was moved last first
     */
    record Known(
            List<Outline> changes,
            Gathered gathered,
            Map<Long, ChangeFacts> facts,
            Needs.Electorates electorates,
            Map<Asking, List<NextSteps.Waiting>> waiting,
            Map<Asking, WrittenList> written) {

        ChangeFacts facts(Outline change) {
            return Objects.requireNonNull(facts.get(change.id()));
        }
    }

    /**
     * On what it depends what somebody is shown.
     *
     * @param reads names of the devices that they see; none for who sees all
     */
    record Asking(String login, Set<Right> rights, Scope scope, Set<String> reads) {

        static Asking of(Person person, Sight sight) {
            return new Asking(person.login(), Set.copyOf(person.rights()), sight.scope(), Set.copyOf(sight.names()));
        }
    }

    @Transactional(readOnly = true)
    Known now() {
        return found.now();
    }

    private Known find() {
        List<Outline> changes = outlines.inStates(OPEN);
        Gathered gathered = gathering.of(changes);
        Map<Long, ChangeFacts> facts = new HashMap<>();
        changes.forEach(c -> facts.put(c.id(), gathered.facts(c)));
        return new Known(
                changes,
                gathered,
                facts,
                reviews.electorates(Map.of()),
                new ConcurrentHashMap<>(),
                new ConcurrentHashMap<>());
    }
}
