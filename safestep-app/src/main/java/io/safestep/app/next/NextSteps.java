package io.safestep.app.next;

import io.safestep.app.approval.Reviews;
import io.safestep.app.approval.needs.Needs;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.change.stored.RunWork;
import io.safestep.app.people.stored.Person;
import io.safestep.app.run.views.RunStandings;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeState;
import io.safestep.core.next.ChangeFacts;
import io.safestep.core.next.Ladder;
import io.safestep.core.next.NextStep;
import io.safestep.core.next.Viewer;
import io.safestep.core.people.Right;
import io.safestep.core.schedule.WallClock;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What changes wait for, and for whom. Asks a fixed number of questions of the database, however many changes there are. The
 * front door of this package.
 */
@Service
@Transactional(readOnly = true)
public class NextSteps {

    private static final int MOST_LISTED = 2_000;

    private static final Set<ChangeState> OPEN =
            Arrays.stream(ChangeState.values()).filter(s -> !s.ended()).collect(Collectors.toSet());

    private final Outlines outlines;
    private final Reviews reviews;
    private final Schedule schedule;
    private final RunStandings runs;
    private final Network network;
    private final Clock clock;

    NextSteps(Outlines outlines, Reviews reviews, Schedule schedule, RunStandings runs, Network network, Clock clock) {
        this.outlines = outlines;
        this.reviews = reviews;
        this.schedule = schedule;
        this.runs = runs;
        this.network = network;
        this.clock = clock;
    }

    /** A change with what it waits for. */
    public record Waiting(Outline change, NextStep step) {}

    /**
     * What is next for a change, and how far each rung of it is.
     *
     * @param mayReview the one who asks may review it afterwards, beside whatever else is next
     */
    public record Standing(NextStep step, List<Ladder.Step> ladder, boolean mayReview) {}

    /** Every change that is not over, for somebody, what was moved last first. */
    public List<Waiting> open(Person person, Sight sight) {
        return steps(outlines.inStates(OPEN), person, sight);
    }

    /** The newest changes, for somebody, highest number first. */
    List<Waiting> newest(Person person, Sight sight) {
        return steps(outlines.newest(MOST_LISTED), person, sight);
    }

    private List<Waiting> steps(List<Outline> all, Person person, Sight sight) {
        List<Outline> changes = all.stream()
                .filter(c -> ChangesInSight.shows(sight, c.author(), devices(c)))
                .toList();
        List<Outline> waiting = changes.stream().filter(c -> !c.state().ended()).toList();
        Gathered gathered = gather(waiting);
        Needs.Electorates electorates = reviews.electorates(Map.of(person.login(), sight));
        return changes.stream()
                .map(c -> new Waiting(
                        c,
                        told(
                                NextStep.of(gathered.facts(c), gathered.viewer(person, c, sight, electorates), wall()),
                                sight)))
                .toList();
    }

    /** One change, for somebody. */
    Standing of(int number, Person person, Sight sight) {
        Outline change = outlines.numbered(number);
        Gathered gathered = gather(List.of(change));
        ChangeFacts facts = gathered.facts(change);
        Viewer viewer = gathered.viewer(person, change, sight, reviews.electorates(Map.of(person.login(), sight)));
        boolean outlook =
                facts.booked() == null && !facts.emergency() && !facts.state().ended();
        return new Standing(
                told(NextStep.of(facts, viewer, wall()), sight),
                Ladder.of(
                        facts, build(change), outlook ? schedule.outlook(change).orElse(null) : null, wall()),
                NextStep.reviewDue(facts) && viewer.decides() && !viewer.author());
    }

    /** Whether a change ran as an emergency, and the time for its review is over. */
    public boolean reviewOverdue(int number) {
        Outline change = outlines.numbered(number);
        return NextStep.reviewOverdue(gather(List.of(change)).facts(change));
    }

    /**
     * What is next for a change, for several people.
     *
     * @param people with what each sees and where each acts
     */
    public Map<Person, NextStep> of(int number, Map<Person, Sight> people) {
        Outline change = outlines.numbered(number);
        Gathered gathered = gather(List.of(change));
        ChangeFacts facts = gathered.facts(change);
        Map<String, Sight> known = new HashMap<>();
        people.forEach((person, sight) -> known.put(person.login(), sight));
        Needs.Electorates electorates = reviews.electorates(known);
        Map<Person, NextStep> steps = new LinkedHashMap<>();
        people.forEach((person, sight) -> steps.put(
                person, told(NextStep.of(facts, gathered.viewer(person, change, sight, electorates), wall()), sight)));
        return steps;
    }

    private static Ladder.Build build(Outline change) {
        return new Ladder.Build(
                change.parts().size(),
                change.built().wrong(),
                change.parts().stream().mapToInt(RunWork.Part::commands).sum(),
                change.built().unproven() == 0,
                change.built().undoAccepted());
    }

    /** What is known of some changes. */
    private record Gathered(
            Instant now,
            Reviews.Gathered reviews,
            Map<Long, ChangeFacts.Booked> bookings,
            Map<Long, ChangeFacts.Run> runs) {

        ChangeFacts facts(Outline change) {
            return new ChangeFacts(
                    change.subject(),
                    change.state(),
                    change.authorName(),
                    change.emergency(),
                    change.parts().size(),
                    now,
                    reviews.review(change),
                    bookings.get(change.id()),
                    runs.get(change.id()));
        }

        Viewer viewer(Person person, Outline change, Sight sight, Needs.Electorates electorates) {
            boolean theirs =
                    sight.actsOnEverything() || devices(change).stream().allMatch(sight::acts);
            Viewer viewer = NextSteps.viewer(person, change.author(), theirs);
            if (change.state() == ChangeState.IN_REVIEW) {
                return viewer.deciding(reviews.couldGive(person.login(), change, electorates));
            }
            // Who wrote it before it was handed over decides about it no more than its author.
            return viewer.author() || !change.authors().contains(person.login()) ? viewer : viewer.deciding(false);
        }
    }

    private Gathered gather(Collection<Outline> changes) {
        return new Gathered(
                clock.instant(),
                reviews.gather(changes),
                schedule.bookings(changes),
                runs.latest(changes.stream().map(Outline::id).toList()));
    }

    private static List<String> devices(Outline change) {
        return change.parts().stream().map(RunWork.Part::device).toList();
    }

    private static NextStep told(NextStep step, Sight sight) {
        return step.worded(sight::told);
    }

    /**
     * What a person may do about a change of that author.
     *
     * @param theirs whether they may act on all of its devices
     */
    public static Viewer viewer(Person person, String author, boolean theirs) {
        Set<Right> rights = theirs ? person.rights() : Set.of();
        return new Viewer(
                person.login().equals(author),
                rights.contains(Right.DECIDE_CHANGES),
                rights.contains(Right.BOOK_CHANGES),
                rights.contains(Right.WRITE_WINDOWS),
                rights.contains(Right.RUN_CHANGES),
                rights.contains(Right.CLOSE_CHANGES));
    }

    private WallClock wall() {
        return new WallClock(network.zone());
    }
}
