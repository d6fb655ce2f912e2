package io.safestep.app.notice;

import io.safestep.app.approval.ApprovalView;
import io.safestep.app.approval.Approvals;
import io.safestep.app.approval.events.ApprovalEnding;
import io.safestep.app.approval.events.ApprovalOverdue;
import io.safestep.app.approval.events.ApprovalsBroken;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.ChangeMoved;
import io.safestep.app.change.Changes;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.change.stored.Change;
import io.safestep.app.next.NextSteps;
import io.safestep.app.people.People;
import io.safestep.app.people.own.Leaves;
import io.safestep.app.people.stored.Person;
import io.safestep.app.scope.Scopes;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.next.NextStep;
import io.safestep.core.next.Rung;
import io.safestep.core.people.Right;
import io.safestep.core.schedule.WallClock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Tells people what a change waits for when it has moved: those who may decide that they are asked, its author what was
 * decided. Who is away is told, and so is who acts for them. Stored before the transaction ends in which it moved.
 */
@Component
class ChangeNotices {

    private final Changes changes;
    private final Approvals approvals;
    private final NextSteps next;
    private final People people;
    private final Scopes scopes;
    private final ChangesInSight inSight;
    private final Leaves leaves;
    private final Inbox inbox;
    private final AuditLog audit;
    private final Network network;

    ChangeNotices(
            Changes changes,
            Approvals approvals,
            NextSteps next,
            People people,
            Scopes scopes,
            ChangesInSight inSight,
            Leaves leaves,
            Inbox inbox,
            AuditLog audit,
            Network network) {
        this.changes = changes;
        this.approvals = approvals;
        this.next = next;
        this.people = people;
        this.scopes = scopes;
        this.inSight = inSight;
        this.leaves = leaves;
        this.inbox = inbox;
        this.audit = audit;
        this.network = network;
    }

    @TransactionalEventListener(phase = TransactionPhase.BEFORE_COMMIT)
    void on(ChangeMoved moved) {
        Change change = changes.numbered(moved.number());
        switch (moved.action()) {
            case SUBMIT, APPROVE_PART, LAPSE, RUN_SUCCEEDED, RUN_ROLLED_BACK, RUN_STUCK -> ask(change);
            case APPROVE, RETURN, REJECT -> {
                // Within the bounds of a standard change nobody decided: who submitted it sees that at once.
                if (!moved.by().equals(AuditLog.SAFE_STEP)) {
                    tellAuthor(change, moved);
                }
            }
            case GROUND_MOVED -> tellGroundMoved(change);
            case RELEASE -> {
                tellAuthor(change, moved);
                ask(change);
            }
            default -> {
                // Nobody is asked for anything by it.
            }
        }
    }

    /** Those who are asked are told again, and the team that may give it from now on; its author, that it takes longer. */
    @TransactionalEventListener(phase = TransactionPhase.BEFORE_COMMIT)
    void on(ApprovalOverdue overdue) {
        Change change = changes.numbered(overdue.number());
        ask(change);
        tell(
                change.author(),
                NoticeKind.DECIDED,
                change,
                change.subject() + " is overdue for a decision",
                "It still waits for an approval of " + overdue.of() + ".",
                Rung.APPROVE);
    }

    /** Who approved it is told, unless they edited it themselves. */
    @TransactionalEventListener(phase = TransactionPhase.BEFORE_COMMIT)
    void on(ApprovalsBroken broken) {
        Change change = changes.numbered(broken.number());
        String why = broken.by().equals(AuditLog.SAFE_STEP)
                ? "Devices were changed outside where it writes, so that it went back to its author."
                : people.withLogin(broken.by()).name() + " edited it.";
        broken.givers().stream()
                .filter(giver -> !giver.equals(broken.by()))
                .forEach(giver -> tell(
                        people.withLogin(giver),
                        NoticeKind.APPROVAL_BROKEN,
                        change,
                        "Your approval of " + change.subject() + " no longer counts",
                        why + " When it is submitted again you are shown what has moved since.",
                        Rung.APPROVE));
    }

    private void tellGroundMoved(Change change) {
        Person author = change.author();
        NextStep step = next.of(change.number(), Map.of(author, scopes.sight(author.login(), author.scope())))
                .get(author);
        if (step != null) {
            tell(author, NoticeKind.DECIDED, change, step.title(), step.sentence(), step.rung());
        }
    }

    /** Its author is told before its approval ends; once it has, those who are asked again are told. */
    @TransactionalEventListener(phase = TransactionPhase.BEFORE_COMMIT)
    void on(ApprovalEnding ending) {
        Change change = changes.numbered(ending.number());
        tell(
                change.author(),
                NoticeKind.DECIDED,
                change,
                "The approval of " + change.subject() + " ends soon",
                "It ends " + new WallClock(network.zone()).dayAndTime(ending.ends())
                        + ". A run that begins before then may go on; after that it asks again, and a booking is taken back.",
                Rung.APPROVE);
    }

    /** Those who may review an emergency are told once more when the time for it is over, and so is its author. */
    @Transactional
    void tellReviewOverdue(int number) {
        Change change = changes.lock(number);
        audit.write(
                AuditLog.SAFE_STEP,
                change.subject(),
                "review overdue",
                "It ran as an emergency, and nobody who may approve has reviewed it in time.");
        ask(change);
        tell(
                change.author(),
                NoticeKind.DECIDED,
                change,
                change.subject() + " is overdue for its review",
                "It ran as an emergency before it was approved. Ask somebody who may approve to review it.",
                Rung.APPROVE);
    }

    /** Those for whom it is to decide about it now, or to start an emergency. */
    private void ask(Change change) {
        Map<Person, Sight> candidates = new LinkedHashMap<>();
        for (Person person : people.all()) {
            boolean could = person.rights().contains(Right.DECIDE_CHANGES)
                    || change.isEmergency() && person.rights().contains(Right.RUN_CHANGES);
            if (could) {
                candidates.put(person, scopes.sight(person.login(), person.scope()));
            }
        }
        Map<Person, NextStep> asked = new LinkedHashMap<>();
        next.of(change.number(), candidates).forEach((person, step) -> {
            if (step.yours() && kind(step, person) != null) {
                asked.put(person, step);
            }
        });
        // Not removed from those who may decide: who is not on watch finds it where they look, and may give it.
        asked.keySet().removeAll(next.leavingItToTheWatch(change.number(), candidates));
        Map<Long, List<Person>> standsInFor = new HashMap<>();
        for (Person person : asked.keySet()) {
            acting(person)
                    .filter(acting -> asked.keySet().stream().anyMatch(p -> p.id().equals(acting.id())))
                    .ifPresent(acting -> {
                        standsInFor
                                .computeIfAbsent(acting.id(), id -> new ArrayList<>())
                                .add(person);
                        audit.write(
                                AuditLog.SAFE_STEP,
                                change.subject(),
                                "deputy asked",
                                person.name() + " is away; " + acting.name() + " acts for them.");
                    });
        }
        asked.forEach((person, step) -> {
            NoticeKind kind = kind(step, person);
            if (kind != null) {
                String away = standsInFor.getOrDefault(person.id(), List.of()).stream()
                        .map(p -> " You act for " + p.name() + ", who is away.")
                        .collect(Collectors.joining());
                tell(person, kind, change, step.title(), step.sentence() + away, step.rung());
            }
        });
    }

    private Optional<Person> acting(Person person) {
        return leaves.acting(person).filter(acting -> !acting.id().equals(person.id()));
    }

    private static @Nullable NoticeKind kind(NextStep step, Person person) {
        return switch (step.kind()) {
            case DECIDE, REVIEW -> NoticeKind.DECISION_ASKED;
            case RELEASE, START ->
                person.rights().contains(Right.DECIDE_CHANGES)
                                && !person.rights().contains(Right.RUN_CHANGES)
                        ? NoticeKind.DECISION_ASKED
                        : NoticeKind.EMERGENCY;
            default -> null;
        };
    }

    private void tell(Person person, NoticeKind kind, Change change, String title, String text, Rung rung) {
        String link = "/changes/" + change.number() + "/" + rung.name().toLowerCase(Locale.ROOT);
        inbox.put(person, kind, title, text + "\n" + change.title() + "\n" + change.reason(), link);
    }

    /** What was decided, with what was said about it. */
    private void tellAuthor(Change change, ChangeMoved moved) {
        Person author = change.author();
        Sight sight = scopes.sight(author.login(), author.scope());
        NextStep step = next.of(change.number(), Map.of(author, sight)).get(author);
        String title = change.subject() + " was " + word(moved.action()) + " by "
                + people.withLogin(moved.by()).name();
        String text = (said(change, moved.action()) + " " + (step == null ? "" : step.sentence())).strip();
        Rung rung = step == null ? Rung.APPROVE : step.rung();
        tell(author, NoticeKind.DECIDED, change, title, text, rung);
        acting(author)
                .filter(acting -> inSight.acts(scopes.sight(acting.login(), acting.scope()), change.number()))
                .ifPresent(acting -> tell(
                        acting,
                        NoticeKind.DECIDED,
                        change,
                        title,
                        text + " You act for " + author.name() + ", who is away.",
                        rung));
    }

    /** The comment; a return says it in what is next. */
    private String said(Change change, ChangeAction action) {
        if (action == ChangeAction.RETURN) {
            return "";
        }
        List<ApprovalView> decisions = approvals.of(change.number());
        String comment =
                decisions.isEmpty() ? "" : decisions.get(decisions.size() - 1).comment();
        return comment.isBlank() ? "" : "“" + comment + "”";
    }

    private static String word(ChangeAction action) {
        return switch (action) {
            case APPROVE -> "approved";
            case RETURN -> "returned";
            case REJECT -> "rejected";
            case RELEASE -> "released";
            default -> throw new IllegalArgumentException(action + " is no decision");
        };
    }
}
