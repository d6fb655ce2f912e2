package io.safestep.app.notice;

import io.safestep.app.change.ChangesInSight;
import io.safestep.app.next.NextSteps;
import io.safestep.app.people.People;
import io.safestep.app.people.own.Leaves;
import io.safestep.app.people.stored.Person;
import io.safestep.app.run.events.RunEnded;
import io.safestep.app.run.events.RunWaits;
import io.safestep.app.scope.Scopes;
import io.safestep.app.settings.Network;
import io.safestep.core.change.ChangeState;
import io.safestep.core.next.ChangeFacts;
import io.safestep.core.next.NextStep;
import io.safestep.core.run.RunState;
import io.safestep.core.schedule.WallClock;
import java.time.Instant;
import java.util.function.Function;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Tells people about runs, in the transaction in which it happens and without waiting for others of the kind: a run that
 * waits for a person waits until that person knows.
 */
@Component
class RunNotices {

    private final People people;
    private final Inbox inbox;
    private final Scopes scopes;
    private final ChangesInSight inSight;
    private final Leaves leaves;
    private final Network network;

    RunNotices(People people, Inbox inbox, Scopes scopes, ChangesInSight inSight, Leaves leaves, Network network) {
        this.people = people;
        this.inbox = inbox;
        this.scopes = scopes;
        this.inSight = inSight;
        this.leaves = leaves;
        this.network = network;
    }

    @EventListener
    void on(RunWaits run) {
        ChangeFacts facts = facts(
                run.number(),
                ChangeState.RUNNING,
                new ChangeFacts.Run(RunState.PAUSED, true, 0, 0, run.words(), null, null));
        tellThoseWhoMayAct(run.number(), p -> step(facts, p, ""));
    }

    private void tellThoseWhoMayAct(int number, Function<Person, NextStep> step) {
        people.all().stream()
                .filter(p -> inSight.acts(scopes.sight(p.login(), p.scope()), number))
                .forEach(p -> tell(p, NoticeKind.RUN_WAITS, number, step.apply(p)));
    }

    /** The author is told how it ended; who runs changes, when it is stuck. */
    @EventListener
    void on(RunEnded run) {
        boolean stuck = run.state() == RunState.STUCK;
        ChangeFacts facts = facts(
                run.number(),
                run.state() == RunState.SUCCEEDED
                        ? ChangeState.COMPLETED
                        : stuck ? ChangeState.NEEDS_ATTENTION : ChangeState.ROLLED_BACK,
                new ChangeFacts.Run(run.state(), run.written(), 0, 0, null, run.verdict(), null));
        if (stuck) {
            tellThoseWhoMayAct(run.number(), p -> step(facts, p, run.author()));
        }
        String title = facts.subject() + " " + run.state().word(run.written());
        people.known(run.author()).ifPresent(author -> {
            NextStep step = step(facts, author, run.author());
            tell(author, NoticeKind.RUN_ENDED, run.number(), title, text(step));
            leaves.acting(author)
                    .filter(acting -> !acting.id().equals(author.id()))
                    .filter(acting -> inSight.acts(scopes.sight(acting.login(), acting.scope()), run.number()))
                    .ifPresent(acting -> tell(
                            acting,
                            NoticeKind.RUN_ENDED,
                            run.number(),
                            title,
                            text(step) + " You act for " + author.name() + ", who is away."));
        });
    }

    private static ChangeFacts facts(int number, ChangeState state, ChangeFacts.Run run) {
        return new ChangeFacts("CR-" + number, state, "", false, 0, Instant.EPOCH, ChangeFacts.Review.NONE, null, run);
    }

    private NextStep step(ChangeFacts facts, Person person, String author) {
        return NextStep.of(facts, NextSteps.viewer(person, author, true), new WallClock(network.zone()));
    }

    private static String text(NextStep step) {
        return step.verdict() == null ? step.sentence() : step.verdict() + " " + step.sentence();
    }

    private void tell(Person person, NoticeKind kind, int number, NextStep step) {
        tell(person, kind, number, step.title(), text(step));
    }

    private void tell(Person person, NoticeKind kind, int number, String title, String text) {
        inbox.put(person, kind, title, text, "/changes/" + number + "/run");
    }
}
