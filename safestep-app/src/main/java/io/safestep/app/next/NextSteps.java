package io.safestep.app.next;

import io.safestep.app.approval.Reviews;
import io.safestep.app.approval.needs.Needs;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.change.stored.RunWork;
import io.safestep.app.change.views.ChangeView;
import io.safestep.app.kept.WrittenList;
import io.safestep.app.people.stored.Person;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.change.ChangeState;
import io.safestep.core.next.ChangeFacts;
import io.safestep.core.next.Ladder;
import io.safestep.core.next.NextStep;
import io.safestep.core.next.Viewer;
import io.safestep.core.people.Right;
import io.safestep.core.schedule.WallClock;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * What changes wait for, and for whom. Asks a fixed number of questions of the database, however many changes there are. The
 * front door of this package.
 */
@Service
@Transactional(readOnly = true)
public class NextSteps {

    private final Outlines outlines;
    private final Gathering gathering;
    private final OpenChanges openChanges;
    private final Reviews reviews;
    private final Schedule schedule;
    private final Network network;
    private final JsonMapper json;

    NextSteps(
            Outlines outlines,
            Gathering gathering,
            OpenChanges openChanges,
            Reviews reviews,
            Schedule schedule,
            Network network,
            JsonMapper json) {
        this.outlines = outlines;
        this.gathering = gathering;
        this.openChanges = openChanges;
        this.reviews = reviews;
        this.schedule = schedule;
        this.network = network;
        this.json = json;
    }

    /** A change with what it waits for, and how far its approvals are. */
    public record Waiting(Outline change, NextStep step, NeedStandings standings) {}

    /** A change in the list, with what it waits for as the one who asks may see to it. */
    record Listed(ChangeView.Row change, NextStep next) {}

    /**
     * What is next for a change, and how far each rung of it is.
     *
     * @param mayReview the one who asks may review it afterwards, beside whatever else is next
     */
    public record Standing(NextStep step, List<Ladder.Step> ladder, boolean mayReview) {}

    /**
     * Every change that is not over, for somebody, what was moved last first. What passes with time or within a run may be
     * as it was some seconds ago.
     */
    public List<Waiting> open(Person person, Sight sight) {
        return waiting(openChanges.now(), person, sight);
    }

    /** The same as it is sent. */
    WrittenList written(Person person, Sight sight) {
        OpenChanges.Known open = openChanges.now();
        return open.written()
                .computeIfAbsent(
                        OpenChanges.Asking.of(person, sight),
                        who -> WrittenList.named(json.writeValueAsBytes(waiting(open, person, sight).stream()
                                .map(w ->
                                        new Listed(ChangeView.Row.of(w.change()).told(sight), w.step()))
                                .toList())));
    }

    private List<Waiting> waiting(OpenChanges.Known open, Person person, Sight sight) {
        WallClock wall = wall();
        return open.waiting()
                .computeIfAbsent(
                        OpenChanges.Asking.of(person, sight),
                        who -> open.changes().stream()
                                .filter(c -> ChangesInSight.shows(sight, c.author(), Gathered.devices(c)))
                                .map(c -> new Waiting(
                                        c,
                                        told(
                                                NextStep.of(
                                                        open.facts(c),
                                                        open.gathered().viewer(person, c, sight, open.electorates()),
                                                        wall),
                                                sight),
                                        open.gathered().reviews().standings(c)))
                                .toList());
    }

    /** One change, for somebody. */
    Standing of(int number, Person person, Sight sight) {
        Outline change = outlines.numbered(number);
        Gathered gathered = gathering.of(List.of(change));
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
        return NextStep.reviewOverdue(gathering.of(List.of(change)).facts(change));
    }

    /**
     * What is next for a change, for several people.
     *
     * @param people with what each sees and where each acts
     */
    public Map<Person, NextStep> of(int number, Map<Person, Sight> people) {
        Outline change = outlines.numbered(number);
        Gathered gathered = gathering.of(List.of(change));
        ChangeFacts facts = gathered.facts(change);
        Map<String, Sight> known = new HashMap<>();
        people.forEach((person, sight) -> known.put(person.login(), sight));
        Needs.Electorates electorates = reviews.electorates(known);
        Map<Person, NextStep> steps = new LinkedHashMap<>();
        people.forEach((person, sight) -> steps.put(
                person, told(NextStep.of(facts, gathered.viewer(person, change, sight, electorates), wall()), sight)));
        return steps;
    }

    /** Those of some people who need not be told that a change waits for them, since others of their team are on watch. */
    public Set<Person> leavingItToTheWatch(int number, Map<Person, Sight> people) {
        Outline change = outlines.numbered(number);
        if (change.state() != ChangeState.IN_REVIEW) {
            return Set.of();
        }
        Map<String, Sight> known = new HashMap<>();
        people.forEach((person, sight) -> known.put(person.login(), sight));
        Needs.Electorates electorates = reviews.electorates(known);
        Reviews.Gathered gathered = reviews.gather(List.of(change));
        return people.keySet().stream()
                .filter(p -> gathered.leavesToTheWatch(p.login(), change, electorates))
                .collect(Collectors.toSet());
    }

    private static Ladder.Build build(Outline change) {
        return new Ladder.Build(
                change.parts().size(),
                change.built().wrong(),
                change.parts().stream().mapToInt(RunWork.Part::commands).sum(),
                change.built().unproven() == 0,
                change.built().undoAccepted());
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
