package io.safestep.app.approval;

import io.safestep.app.approval.needs.Needs;
import io.safestep.app.approval.stored.Approval;
import io.safestep.app.approval.stored.ApprovalRepository;
import io.safestep.app.change.Changes;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.stored.Change;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.sight.Sight;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What a change needs before it may run, as people are shown it. */
@Component
@Transactional(readOnly = true)
class NeedsViews {

    private final Changes changes;
    private final ApprovalRepository repository;
    private final Needs needs;
    private final People people;
    private final StandingApproval standing;
    private final Clock clock;

    NeedsViews(
            Changes changes,
            ApprovalRepository repository,
            Needs needs,
            People people,
            StandingApproval standing,
            Clock clock) {
        this.changes = changes;
        this.repository = repository;
        this.needs = needs;
        this.people = people;
        this.standing = standing;
        this.clock = clock;
    }

    /** Of a change that is being written, by the rules of now. */
    NeedsView ofTrial(Draft draft, Sight sight) {
        Change change = changes.trial(draft, sight.login());
        return view(change, needs.reckoned(change), List.of(), sight);
    }

    NeedsView of(int number, Sight sight) {
        Change change = changes.numbered(number);
        return view(change, needs.keptOrNow(change), repository.findByChangeIdOrderById(change.id()), sight);
    }

    private NeedsView view(Change change, Needs.Reckoned reckoned, List<Approval> decisions, Sight sight) {
        Electorate electorate = needs.electorate(change.isEmergency(), Map.of(sight.login(), sight));
        NeedStandings standings =
                Approvals.standings(change, reckoned.needs(), decisions, change.seal(), clock.instant(), electorate);
        List<NeedStanding> yours = standings.open(sight.login(), change.authors(), electorate);
        boolean written = Needs.isBeingWritten(change);
        Map<String, String> names = people.all().stream().collect(Collectors.toMap(Person::login, Person::name));
        return new NeedsView(
                NeedsView.RiskView.of(reckoned.risk(), sight),
                standings.all().stream()
                        .map(s -> NeedsView.Need.of(
                                s,
                                yours.contains(s),
                                s.open() ? electorate.watch(s.need(), change.authors()) : Set.of(),
                                names,
                                sight))
                        .toList(),
                !written,
                List.copyOf(Reviews.toOpen(change, yours)),
                standing.kept(change, sight)
                        .map(k -> NeedsView.StandardKept.of(
                                k, written ? k.outside().isEmpty() : change.isStandard(), sight))
                        .orElse(null),
                standings.satisfied() ? standings.ends() : null);
    }
}
