package io.safestep.app.approval;

import io.safestep.app.change.Change;
import io.safestep.app.change.Changes;
import io.safestep.app.people.People;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.FourEyes;
import io.safestep.core.change.Seal;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Decisions about changes. The front door of this package. */
@Service
@Transactional
public class Approvals {

    private final ApprovalRepository repository;
    private final Changes changes;
    private final People people;
    private final Clock clock;

    Approvals(ApprovalRepository repository, Changes changes, People people, Clock clock) {
        this.repository = repository;
        this.changes = changes;
        this.people = people;
        this.clock = clock;
    }

    /**
     * Takes a decision about the content with the given seal.
     *
     * @param seal the seal that the person saw; refused when the content has another one by now
     */
    public List<ApprovalView> decide(int number, Verdict verdict, String comment, String seal, String login) {
        Change change = changes.lock(number);
        if (!FourEyes.mayDecide(change.author().login(), login)) {
            throw ProblemException.forbidden(
                    "You wrote this change; somebody else has to decide about it (four eyes).");
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
        ChangeAction action = switch (verdict) {
            case APPROVED -> ChangeAction.APPROVE;
            case RETURNED -> ChangeAction.RETURN;
            case REJECTED -> ChangeAction.REJECT;
        };
        String said = comment.isBlank() ? "" : " " + comment.strip();
        changes.transition(change, action, login, "Seal " + Seal.brief(seal) + "." + said);
        repository.save(
                new Approval(change.id(), people.withLogin(login), verdict, comment.strip(), seal, clock.instant()));
        return of(number);
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
                        a.verdict() == Verdict.APPROVED && a.seal().equals(change.seal()),
                        a.decidedAt()))
                .toList();
    }

    /** Whether the content with this seal is approved by somebody other than its author. */
    @Transactional(readOnly = true)
    public boolean approved(Change change, String seal) {
        List<FourEyes.Decision> decisions = repository.findByChangeIdOrderById(change.id()).stream()
                .filter(a -> a.verdict() == Verdict.APPROVED)
                .map(a -> new FourEyes.Decision(a.person().login(), a.seal()))
                .toList();
        return FourEyes.satisfied(change.author().login(), seal, decisions);
    }
}
