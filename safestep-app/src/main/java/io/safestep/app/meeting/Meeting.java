package io.safestep.app.meeting;

import io.safestep.app.approval.Reviews;
import io.safestep.app.approval.needs.Needs;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.change.stored.RunWork;
import io.safestep.app.kept.FoundOnce;
import io.safestep.app.kept.Stamps;
import io.safestep.app.next.NextSteps;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.sight.Sight;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.change.ChangeState;
import io.safestep.core.next.Ladder;
import io.safestep.core.risk.Risk;
import io.safestep.core.risk.RiskLevel;
import java.time.Clock;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The changes that a meeting decides about. The front door of this package. */
@Service
@Transactional(readOnly = true)
class Meeting {

    /** More are not decided in one meeting. */
    static final int MOST = 100;

    private final NextSteps steps;
    private final Outlines outlines;
    private final Reviews reviews;
    private final Needs needs;
    private final Schedule schedule;
    private final People people;

    private final FoundOnce<Facts> found;

    Meeting(
            NextSteps steps,
            Outlines outlines,
            Reviews reviews,
            Needs needs,
            Schedule schedule,
            People people,
            Stamps stamps,
            Clock clock) {
        this.steps = steps;
        this.outlines = outlines;
        this.reviews = reviews;
        this.needs = needs;
        this.schedule = schedule;
        this.people = people;
        this.found = new FoundOnce<>(stamps, Stamps.Listed.OPEN_CHANGES, clock, this::find);
    }

    /**
     * What is the same for everybody, by the ids of the changes in review.
     *
     * @param outlooks where they would fit first; without emergencies, and without those that do not in the next days
     */
    private record Facts(Map<Long, Risk> risks, Map<Long, Ladder.Outlook> outlooks) {}

    private Facts find() {
        List<Outline> changes = outlines.inStates(Set.of(ChangeState.IN_REVIEW));
        return new Facts(
                needs.risks(changes.stream().map(Outline::id).toList()),
                schedule.outlooks(changes.stream().filter(c -> !c.emergency()).toList()));
    }

    /** Those that wait for a decision and that somebody sees: what could run first comes first. */
    List<MeetingView> waiting(Sight sight) {
        Person person = people.withLogin(sight.login());
        List<NextSteps.Waiting> waiting = steps.open(person, sight).stream()
                .filter(w -> w.change().state() == ChangeState.IN_REVIEW)
                .limit(MOST)
                .toList();
        Facts facts = found.now();
        return waiting.stream()
                .map(w -> view(
                                w,
                                facts.risks().get(w.change().id()),
                                facts.outlooks().get(w.change().id()))
                        .told(sight))
                .sorted(Comparator.comparing(MeetingView::fits, Comparator.nullsLast(Comparator.naturalOrder()))
                        .thenComparing(
                                Comparator.comparingInt(MeetingView::riskPoints).reversed())
                        .thenComparingInt(MeetingView::number))
                .toList();
    }

    private static MeetingView view(NextSteps.Waiting waiting, @Nullable Risk risk, Ladder.@Nullable Outlook outlook) {
        Outline change = waiting.change();
        NeedStandings standings = waiting.standings();
        return new MeetingView(
                change.number(),
                change.title(),
                change.authorName(),
                change.emergency(),
                waiting.step().yours(),
                standings.open().stream().map(s -> s.need().of()).distinct().toList(),
                standings.open().stream()
                        .map(NeedStanding::need)
                        .map(n -> n.who().team())
                        .filter(Objects::nonNull)
                        .distinct()
                        .toList(),
                risk == null ? RiskLevel.LOW : risk.level(),
                risk == null ? 0 : risk.points(),
                change.parts().stream().map(RunWork.Part::device).toList(),
                0,
                MeetingView.opens(outlook));
    }

    /**
     * Some of them, in their order.
     *
     * @throws ProblemException when one of them waits for no decision, or is not seen
     */
    List<MeetingView> chosen(Collection<Integer> numbers, Sight sight) {
        Set<Integer> wanted = new TreeSet<>(numbers);
        List<MeetingView> found =
                waiting(sight).stream().filter(m -> wanted.remove(m.number())).toList();
        if (!wanted.isEmpty()) {
            throw ProblemException.moved(
                    "CR-" + wanted.iterator().next() + " does not wait for a decision any more. Load the list again.");
        }
        return found;
    }

    /** Those who could give what these wait for, and can be written to. */
    List<Person> asked(List<MeetingView> chosen, Sight sight) {
        Set<Integer> numbers = chosen.stream().map(MeetingView::number).collect(Collectors.toSet());
        List<Outline> changes = steps.open(people.withLogin(sight.login()), sight).stream()
                .map(NextSteps.Waiting::change)
                .filter(c -> numbers.contains(c.number()))
                .toList();
        Reviews.Gathered gathered = reviews.gather(changes);
        Needs.Electorates electorates = reviews.electorates(Map.of(sight.login(), sight));
        return people.all().stream()
                .filter(p -> p.email() != null)
                .filter(p -> changes.stream().anyMatch(c -> gathered.couldGive(p.login(), c, electorates)))
                .toList();
    }
}
