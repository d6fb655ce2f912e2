package io.safestep.app.approval;

import io.safestep.app.approval.needs.Needs;
import io.safestep.app.approval.stored.Approval;
import io.safestep.app.approval.stored.ApprovalRepository;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.sight.Sight;
import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.GivenApproval;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.change.Seal;
import io.safestep.core.change.Verdict;
import io.safestep.core.next.ChangeFacts;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What was decided about many changes, and what of it is still open. Asks a fixed number of questions of the database. */
@Component
@Transactional(readOnly = true)
public class Reviews {

    private final ApprovalRepository repository;
    private final Needs needs;
    private final StandingApproval standing;
    private final Clock clock;

    Reviews(ApprovalRepository repository, Needs needs, StandingApproval standing, Clock clock) {
        this.repository = repository;
        this.needs = needs;
        this.standing = standing;
        this.clock = clock;
    }

    /** Of some changes, asked for all at once. */
    public Gathered gather(Collection<Outline> changes) {
        List<Long> ids = changes.stream().map(Outline::id).toList();
        return new Gathered(
                needs.kept(ids),
                needs.submitted(ids),
                repository.findByChangeIdInOrderById(ids).stream().collect(Collectors.groupingBy(Approval::changeId)),
                standing.of(ids),
                clock.instant());
    }

    /** Those who can approve, with what is known already of what somebody sees. */
    public Needs.Electorates electorates(Map<String, Sight> known) {
        return needs.electorates(known);
    }

    /** What was found. */
    public static final class Gathered {

        private final Map<Long, List<ApprovalNeed>> needs;
        private final Map<Long, Instant> submitted;
        private final Map<Long, List<Approval>> decisions;
        private final Map<Long, StandingApproval.Standing> standing;
        private final Instant now;
        private final Map<Long, NeedStandings> standings = new ConcurrentHashMap<>();

        private Gathered(
                Map<Long, List<ApprovalNeed>> needs,
                Map<Long, Instant> submitted,
                Map<Long, List<Approval>> decisions,
                Map<Long, StandingApproval.Standing> standing,
                Instant now) {
            this.needs = needs;
            this.submitted = submitted;
            this.decisions = decisions;
            this.standing = standing;
            this.now = now;
        }

        private List<Approval> decisions(Outline change) {
            return decisions.getOrDefault(change.id(), List.of());
        }

        /** How far the approvals of one of them are. Reckoned once, for everybody who asks. */
        public NeedStandings standings(Outline change) {
            return standings.computeIfAbsent(
                    change.id(),
                    id -> NeedStandings.of(
                            needs.getOrDefault(id, List.of()),
                            given(decisions(change)),
                            change.seal(),
                            change.authors(),
                            submitted.get(id),
                            now,
                            null));
        }

        public ChangeFacts.Review review(Outline change) {
            List<Approval> decisions = decisions(change);
            NeedStandings standings = standings(change);
            return new ChangeFacts.Review(
                    decisions.isEmpty() ? null : decided(decisions.get(decisions.size() - 1)),
                    decisions.stream()
                            .filter(a -> letsRun(a, standings, change.emergency(), change.authors(), change.seal()))
                            .findFirst()
                            .map(Gathered::decided)
                            .orElse(null),
                    decisions.stream().anyMatch(a -> looked(a, change.seal())),
                    new ChangeFacts.Asked(standings.given(), standings.needed(), standings.waitsFor()),
                    Optional.ofNullable(standing.get(change.id()))
                            .filter(s ->
                                    s.letsThrough(change.seal(), change.state().hasRun() ? s.from() : now))
                            .map(StandingApproval.Standing::name)
                            .orElse(null),
                    change.built().moved());
        }

        private static ChangeFacts.Decided decided(Approval a) {
            return new ChangeFacts.Decided(a.verdict(), a.person().name(), a.comment(), Seal.brief(a.seal()));
        }

        /** Whether there is something open that somebody could give. */
        public boolean couldGive(String login, Outline change, Needs.Electorates electorates) {
            return !standings(change)
                    .open(login, change.authors(), electorate(change, electorates))
                    .isEmpty();
        }

        /** Whether somebody need not be told of what they could give, since others of their team are on watch. */
        public boolean leavesToTheWatch(String login, Outline change, Needs.Electorates electorates) {
            return standings(change).leavesToTheWatch(login, change.authors(), electorate(change, electorates));
        }

        private static Electorate electorate(Outline change, Needs.Electorates electorates) {
            return change.emergency() ? electorates.emergency() : electorates.normal();
        }
    }

    static List<GivenApproval> given(List<Approval> decisions) {
        return decisions.stream()
                .filter(a -> a.verdict() == Verdict.APPROVED && !a.ended())
                .map(Approval::given)
                .toList();
    }

    /** Whether a decision lets content with this seal run, alone or with others. */
    static boolean letsRun(
            Approval a, NeedStandings standings, boolean emergency, Set<String> authors, @Nullable String seal) {
        if (a.verdict() == Verdict.RELEASED) {
            return emergency
                    && !a.ended()
                    && a.seal().equals(seal)
                    && !authors.contains(a.person().login());
        }
        return a.verdict() == Verdict.APPROVED
                && standings.all().stream().anyMatch(s -> s.given().contains(a.given()));
    }

    static boolean looked(Approval a, @Nullable String seal) {
        return a.verdict() == Verdict.REVIEWED
                || a.verdict() == Verdict.APPROVED && a.seal().equals(seal);
    }

    /** Names of the devices whose lines have to be opened by who gives these approvals. */
    static SortedSet<String> toOpen(Change change, List<NeedStanding> given) {
        SortedSet<String> devices = new TreeSet<>();
        given.stream()
                .filter(s -> s.need().terms().readAll())
                .forEach(s -> devices.addAll(s.need().devices()));
        change.targets().stream()
                .filter(t -> !t.hasScript())
                .forEach(t -> devices.remove(t.device().name()));
        return devices;
    }
}
