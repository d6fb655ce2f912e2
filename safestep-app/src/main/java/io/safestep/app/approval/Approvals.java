package io.safestep.app.approval;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.ApprovalCondition;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.people.People;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.FourEyes;
import io.safestep.core.change.Seal;
import io.safestep.core.change.Verdict;
import io.safestep.core.next.ChangeFacts;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Decisions about changes. The front door of this package. */
@Service
@Transactional
public class Approvals {

    private final ApprovalRepository repository;
    private final Changes changes;
    private final ObjectProvider<ApprovalCondition> conditions;
    private final People people;
    private final AuditLog audit;
    private final Clock clock;

    Approvals(
            ApprovalRepository repository,
            Changes changes,
            ObjectProvider<ApprovalCondition> conditions,
            People people,
            AuditLog audit,
            Clock clock) {
        this.repository = repository;
        this.conditions = conditions;
        this.changes = changes;
        this.people = people;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * Takes a decision about the content with the given seal.
     *
     * @param seal the seal that the person saw; refused when the content has another one by now
     */
    public List<ApprovalView> decide(int number, Verdict verdict, String comment, String seal, String login) {
        Change change = changes.lock(number);
        if (!FourEyes.mayDecide(change.authors(), login)) {
            throw ProblemException.forbidden(
                    "You wrote this change; somebody else has to decide about it (four eyes).");
        }
        if (!verdict.answersSubmission()) {
            throw ProblemException.invalid("verdict", "Choose approved, returned or rejected.");
        }
        if (verdict != Verdict.APPROVED && comment.isBlank()) {
            throw ProblemException.invalid("comment", "Say why, so that the author knows what to do.");
        }
        if (change.state() != ChangeState.IN_REVIEW && change.state() != ChangeState.APPROVED) {
            throw ProblemException.moved(change.subject() + " is no longer in review. Load it again and look.");
        }
        String current = changes.sealOf(change);
        if (!current.equals(seal)) {
            throw ProblemException.moved(
                    "The content moved while you were looking at it: it has another seal now. Load it again and look.");
        }
        if (verdict == Verdict.APPROVED) {
            conditions.stream()
                    .flatMap(condition -> condition.objectionToApproval(change).stream())
                    .findFirst()
                    .ifPresent(objection -> {
                        throw ProblemException.refused(objection);
                    });
        }
        ChangeAction action = switch (verdict) {
            case RETURNED -> ChangeAction.RETURN;
            case REJECTED -> ChangeAction.REJECT;
            default -> ChangeAction.APPROVE;
        };
        String said = comment.isBlank() ? "" : " " + comment.strip();
        changes.transition(change, action, login, "Seal " + Seal.brief(seal) + "." + said);
        keep(change, verdict, comment, seal, login);
        return of(number);
    }

    /**
     * Lets an emergency run before it is approved.
     *
     * @param reason why this person lets it run
     * @param seal the seal that the person saw; refused when the content has another one by now
     */
    public List<ApprovalView> release(int number, String reason, String seal, String login) {
        Change change = changes.lock(number);
        if (!change.isEmergency()) {
            throw ProblemException.refused(change.subject() + " is no emergency: it needs an approval.");
        }
        if (!FourEyes.mayDecide(change.authors(), login)) {
            throw ProblemException.forbidden("You wrote this change; somebody else has to release it (four eyes).");
        }
        if (reason.isBlank()) {
            throw ProblemException.invalid("reason", "Say why it may run before it is approved.");
        }
        if (!changes.sealOf(change).equals(seal)) {
            throw ProblemException.moved(
                    "The content moved while you were looking at it: it has another seal now. Load it again and look.");
        }
        changes.transition(
                change, ChangeAction.RELEASE, login, "Emergency, seal " + Seal.brief(seal) + ". " + reason.strip());
        keep(change, Verdict.RELEASED, reason, seal, login);
        return of(number);
    }

    /** Looks at an emergency that has run, as an approver would have before. */
    public List<ApprovalView> review(int number, String comment, String login) {
        Change change = changes.lock(number);
        if (!change.isEmergency() || !change.state().hasRun()) {
            throw ProblemException.refused("Only an emergency that has run is reviewed afterwards.");
        }
        if (!FourEyes.mayDecide(change.authors(), login)) {
            throw ProblemException.forbidden("You wrote this change; somebody else has to review it (four eyes).");
        }
        if (comment.isBlank()) {
            throw ProblemException.invalid("comment", "Say what you found.");
        }
        audit.write(login, change.subject(), "reviewed after an emergency", comment.strip());
        keep(change, Verdict.REVIEWED, comment, change.seal(), login);
        return of(number);
    }

    private void keep(Change change, Verdict verdict, String comment, String seal, String login) {
        repository.save(
                new Approval(change.id(), people.withLogin(login), verdict, comment.strip(), seal, clock.instant()));
    }

    /** Whether somebody who may decide has looked at the change, before it ran or afterwards. */
    @Transactional(readOnly = true)
    boolean looked(Change change) {
        return repository.findByChangeIdOrderById(change.id()).stream().anyMatch(a -> looked(a, change.seal()));
    }

    private static boolean looked(Approval a, @Nullable String seal) {
        return a.verdict() == Verdict.REVIEWED
                || a.verdict() == Verdict.APPROVED && a.seal().equals(seal);
    }

    /** What was decided about changes, by their ids; asked for all at once. */
    @Transactional(readOnly = true)
    public Map<Long, ChangeFacts.Review> reviews(Collection<Outlines.Outline> changes) {
        Map<Long, List<Approval>> decisions =
                repository
                        .findByChangeIdInOrderById(
                                changes.stream().map(Outlines.Outline::id).toList())
                        .stream()
                        .collect(Collectors.groupingBy(Approval::changeId));
        return changes.stream()
                .collect(Collectors.toMap(
                        Outlines.Outline::id, c -> review(c, decisions.getOrDefault(c.id(), List.of()))));
    }

    private static ChangeFacts.Review review(Outlines.Outline change, List<Approval> decisions) {
        return new ChangeFacts.Review(
                decisions.isEmpty() ? null : decided(decisions.get(decisions.size() - 1)),
                decisions.stream()
                        .filter(a -> inForce(a, change.emergency(), change.authors(), change.seal()))
                        .findFirst()
                        .map(Approvals::decided)
                        .orElse(null),
                decisions.stream().anyMatch(a -> looked(a, change.seal())));
    }

    private static ChangeFacts.Decided decided(Approval a) {
        return new ChangeFacts.Decided(a.verdict(), a.person().name(), a.comment(), Seal.brief(a.seal()));
    }

    /** Whether a decision lets content with this seal run. */
    private static boolean inForce(Approval a, boolean emergency, Set<String> authors, @Nullable String seal) {
        return (a.verdict() == Verdict.APPROVED || emergency && a.verdict() == Verdict.RELEASED)
                && seal != null
                && FourEyes.satisfied(
                        authors, seal, List.of(new FourEyes.Decision(a.person().login(), a.seal())));
    }

    @Transactional(readOnly = true)
    public List<ApprovalView> of(int number) {
        Change change = changes.numbered(number);
        return repository.findByChangeIdOrderById(change.id()).stream()
                .map(a -> new ApprovalView(
                        a.person().login(),
                        a.person().name(),
                        a.verdict(),
                        a.comment(),
                        Seal.brief(a.seal()),
                        inForce(a, change.isEmergency(), change.authors(), change.seal()),
                        a.decidedAt()))
                .toList();
    }

    /** Whether the content with this seal is approved, or an emergency with it released, by somebody other than its author. */
    @Transactional(readOnly = true)
    public boolean approved(Change change, String seal) {
        return repository.findByChangeIdOrderById(change.id()).stream()
                .anyMatch(a -> inForce(a, change.isEmergency(), change.authors(), seal));
    }
}
