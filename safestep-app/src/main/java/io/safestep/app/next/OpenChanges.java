package io.safestep.app.next;

import io.safestep.app.approval.Reviews;
import io.safestep.app.approval.needs.Needs;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.kept.Stamps;
import io.safestep.app.kept.WrittenList;
import io.safestep.app.people.stored.Person;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeState;
import io.safestep.core.next.ChangeFacts;
import io.safestep.core.people.Right;
import io.safestep.core.people.Scope;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What is known of all changes that are not over, found out once for everybody who asks: fifty people who look at the list
 * ask for the same. Found out anew when something of it was written, and when somebody asks after two seconds, since windows
 * open and approvals end by time alone.
 */
@Component
class OpenChanges {

    private static final Duration KEPT = Duration.ofSeconds(2);

    /** What is older is shown to nobody. */
    private static final Duration OLDEST = Duration.ofSeconds(10);

    private static final Set<ChangeState> OPEN =
            Arrays.stream(ChangeState.values()).filter(s -> !s.ended()).collect(Collectors.toSet());

    private final Outlines outlines;
    private final Gathering gathering;
    private final Reviews reviews;
    private final Stamps stamps;
    private final Clock clock;

    private final ReentrantLock finding = new ReentrantLock();
    private volatile @Nullable Known last;

    OpenChanges(Outlines outlines, Gathering gathering, Reviews reviews, Stamps stamps, Clock clock) {
        this.outlines = outlines;
        this.gathering = gathering;
        this.reviews = reviews;
        this.stamps = stamps;
        this.clock = clock;
    }

    /**
     * What was found out, and what it comes to for each who has asked since. May be asked by several threads.
     *
     * @param changes what was moved last first
     */
    record Known(
            String stamp,
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
        String stamp = stamps.of(Stamps.Listed.OPEN_CHANGES);
        // What a transaction has written that may yet be undone is for nobody else.
        return TransactionSynchronizationManager.isCurrentTransactionReadOnly() ? kept(stamp) : found(stamp);
    }

    private Known kept(String stamp) {
        Known known = last;
        if (known == null || !holds(known, stamp)) {
            return foundFor(stamp);
        }
        // Nobody waits for what has only grown a little old: one finds it out, the others take what is known meanwhile.
        if (isOlder(known, KEPT) && finding.tryLock()) {
            try {
                known = found(stamp);
                last = known;
            } finally {
                finding.unlock();
            }
        }
        return known;
    }

    /** One at a time: the others take what the first has found. */
    private Known foundFor(String stamp) {
        finding.lock();
        try {
            Known known = last;
            if (known == null || !holds(known, stamp)) {
                known = found(stamp);
                last = known;
            }
            return known;
        } finally {
            finding.unlock();
        }
    }

    private boolean holds(Known known, String stamp) {
        return known.stamp().equals(stamp) && !isOlder(known, OLDEST);
    }

    private boolean isOlder(Known known, Duration age) {
        return Duration.between(known.gathered().now(), clock.instant()).abs().compareTo(age) > 0;
    }

    private Known found(String stamp) {
        List<Outline> changes = outlines.inStates(OPEN);
        Gathered gathered = gathering.of(changes);
        Map<Long, ChangeFacts> facts = new HashMap<>();
        changes.forEach(c -> facts.put(c.id(), gathered.facts(c)));
        return new Known(
                stamp,
                changes,
                gathered,
                facts,
                reviews.electorates(Map.of()),
                new ConcurrentHashMap<>(),
                new ConcurrentHashMap<>());
    }
}
