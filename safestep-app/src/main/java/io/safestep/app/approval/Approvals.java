package io.safestep.app.approval;

import io.safestep.app.approval.events.ApprovalsBroken;
import io.safestep.app.approval.needs.Needs;
import io.safestep.app.approval.seen.MovedView;
import io.safestep.app.approval.seen.OpenedLines;
import io.safestep.app.approval.seen.Snapshots;
import io.safestep.app.approval.stored.Approval;
import io.safestep.app.approval.stored.ApprovalRepository;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.ApprovalCondition;
import io.safestep.app.change.ChangeMoved;
import io.safestep.app.change.Changes;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.change.stored.Change;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.FourEyes;
import io.safestep.core.change.Seal;
import io.safestep.core.change.Verdict;
import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Decisions about changes. The front door of this package. */
@Service
@Transactional
public class Approvals {

    private final ApprovalRepository repository;
    private final Changes changes;
    private final Needs needs;
    private final Snapshots snapshots;
    private final OpenedLines opened;
    private final ChangesInSight inSight;
    private final ObjectProvider<ApprovalCondition> conditions;
    private final StandingApproval standing;
    private final People people;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Approvals(
            ApprovalRepository repository,
            Changes changes,
            Needs needs,
            Snapshots snapshots,
            OpenedLines opened,
            ChangesInSight inSight,
            ObjectProvider<ApprovalCondition> conditions,
            StandingApproval standing,
            People people,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.changes = changes;
        this.needs = needs;
        this.snapshots = snapshots;
        this.opened = opened;
        this.inSight = inSight;
        this.conditions = conditions;
        this.standing = standing;
        this.people = people;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    /**
     * A change keeps what it needs by the rules under which it is submitted, and what approvers will see. What comes back to
     * its author is asked for anew, whatever becomes of it there.
     */
    @EventListener
    @Order(Ordered.HIGHEST_PRECEDENCE)
    void on(ChangeMoved moved) {
        switch (moved.action()) {
            case SUBMIT -> {
                Change change = changes.numbered(moved.number());
                end(change);
                needs.keep(change);
                snapshots.keep(change);
            }
            case RETURN -> end(changes.numbered(moved.number()));
            case EDIT_CONTENT, GROUND_MOVED -> {
                Set<String> givers = end(changes.numbered(moved.number()));
                if (!givers.isEmpty()) {
                    events.publishEvent(new ApprovalsBroken(moved.number(), moved.by(), givers));
                }
            }
            default -> {
                // What was approved stays so.
            }
        }
    }

    /** @return log-ins of those whose approval counted until then */
    private Set<String> end(Change change) {
        List<Approval> ending = repository.findByChangeIdOrderById(change.id()).stream()
                .filter(a -> !a.ended() && (a.verdict() == Verdict.APPROVED || a.verdict() == Verdict.RELEASED))
                .toList();
        ending.forEach(Approval::end);
        return ending.stream().map(a -> a.person().login()).collect(Collectors.toSet());
    }

    /**
     * A decision as it is sent.
     *
     * @param seal the seal that the person saw; refused when the content has another one by now
     */
    public record Wanted(Verdict verdict, String comment, String seal) {}

    /** Takes a decision about the content with the given seal. An approval is given for all that its giver may give. */
    public List<ApprovalView> decide(int number, Wanted wanted, Sight sight) {
        Change change = changes.lock(number);
        String login = sight.login();
        Verdict verdict = wanted.verdict();
        mustBeAsked(change, sight);
        if (!FourEyes.mayDecide(change.authors(), login)) {
            throw ProblemException.forbidden(
                    "You wrote this change; somebody else has to decide about it (four eyes).");
        }
        if (!verdict.answersSubmission()) {
            throw ProblemException.invalid("verdict", "Choose approved, returned or rejected.");
        }
        if (verdict != Verdict.APPROVED && wanted.comment().isBlank()) {
            throw ProblemException.invalid("comment", "Say why, so that the author knows what to do.");
        }
        if (change.state() != ChangeState.IN_REVIEW && change.state() != ChangeState.APPROVED) {
            throw ProblemException.moved(change.subject() + " is no longer in review. Load it again and look.");
        }
        if (!changes.sealOf(change).equals(wanted.seal())) {
            throw ProblemException.moved(
                    "The content moved while you were looking at it: it has another seal now. Load it again and look.");
        }
        if (verdict == Verdict.APPROVED) {
            approve(change, wanted, sight);
        } else {
            keep(change, verdict, wanted.comment(), wanted.seal(), login);
            changes.transition(
                    change,
                    verdict == Verdict.RETURNED ? ChangeAction.RETURN : ChangeAction.REJECT,
                    login,
                    detail("", wanted));
        }
        return of(number);
    }

    private void approve(Change change, Wanted wanted, Sight sight) {
        String login = sight.login();
        Electorate electorate = needs.electorate(change.isEmergency(), Map.of(login, sight));
        List<NeedStanding> theirs =
                standings(change, wanted.seal(), electorate).open(login, change.authors(), electorate);
        if (theirs.isEmpty()) {
            throw ProblemException.forbidden(notTheirs(change, wanted.seal(), login));
        }
        conditions.stream()
                .flatMap(condition -> condition.objectionToApproval(change).stream())
                .findFirst()
                .ifPresent(objection -> {
                    throw ProblemException.refused(objection);
                });
        Set<String> unread = Reviews.toOpen(change, theirs);
        unread.removeAll(opened.of(change.number(), login));
        if (!unread.isEmpty()) {
            throw ProblemException.refused(
                    "A rule asks that all of it was opened. Open " + String.join(", ", unread) + " first.");
        }
        String away = NeedStandings.actingFor(login, theirs, change.authors(), electorate)
                .orElse(null);
        repository.saveAndFlush(approval(change, Verdict.APPROVED, wanted.comment(), wanted.seal(), login)
                .about(theirs.stream().map(s -> s.need().key()).toList(), away));
        NeedStandings after = standings(change, wanted.seal(), null);
        String given = theirs.stream()
                .map(NeedStanding::need)
                .filter(n -> n.rule() != null)
                .map(n -> "Approval of " + n.of() + ". ")
                .collect(Collectors.joining());
        String acting =
                away == null ? "" : "Acting for " + people.withLogin(away).name() + ", who is away. ";
        changes.transition(
                change,
                change.state() == ChangeState.IN_REVIEW && !after.satisfied()
                        ? ChangeAction.APPROVE_PART
                        : ChangeAction.APPROVE,
                login,
                detail(given + acting, wanted));
    }

    private static String detail(String first, Wanted wanted) {
        String said = wanted.comment().isBlank() ? "" : " " + wanted.comment().strip();
        return first + "Seal " + Seal.brief(wanted.seal()) + "." + said;
    }

    private String notTheirs(Change change, String seal, String login) {
        NeedStandings standings = standings(change, seal, null);
        boolean gave = standings.all().stream()
                .flatMap(s -> s.given().stream())
                .anyMatch(g -> g.person().equals(login));
        String waits = standings.waitsFor();
        return (gave ? "You have given your approval." : "Yours is not among the approvals that it waits for.")
                + (waits.isEmpty() ? "" : " It waits for " + waits + ".");
    }

    /** Who may act on all of it decides about it, and so does who is asked for an approval of a part. */
    private void mustBeAsked(Change change, Sight sight) {
        if (inSight.acts(sight, change.number())) {
            return;
        }
        Electorate electorate = needs.electorate(change.isEmergency(), Map.of(sight.login(), sight));
        boolean asked = standings(change, change.seal(), electorate).all().stream()
                .anyMatch(s -> electorate
                        .speaksFor(sight.login(), s.need(), change.authors(), s.overdue())
                        .isPresent());
        if (!asked) {
            inSight.mustAct(sight, String.valueOf(change.number()));
        }
    }

    /** How far the approvals are that content with this seal needs. */
    @Transactional(readOnly = true)
    NeedStandings standings(Change change, @Nullable String seal, @Nullable Electorate electorate) {
        return standings(
                change,
                needs.keptOrNow(change).needs(),
                repository.findByChangeIdOrderById(change.id()),
                seal,
                clock.instant(),
                electorate);
    }

    /** How far some needs were at a moment, by some decisions. */
    static NeedStandings standings(
            Change change,
            List<ApprovalNeed> needs,
            List<Approval> decisions,
            @Nullable String seal,
            Instant at,
            @Nullable Electorate electorate) {
        return NeedStandings.of(
                needs, Reviews.given(decisions), seal, change.authors(), change.submittedAt(), at, electorate);
    }

    /**
     * Lets an emergency run before it is approved.
     *
     * @param reason why this person lets it run
     * @param seal the seal that the person saw; refused when the content has another one by now
     */
    public List<ApprovalView> release(int number, String reason, String seal, Sight sight) {
        Change change = changes.lock(number);
        String login = sight.login();
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
        Electorate electorate = needs.electorate(true, Map.of(login, sight));
        if (change.state() == ChangeState.IN_REVIEW
                && standings(change, seal, electorate)
                        .open(login, change.authors(), electorate)
                        .isEmpty()) {
            throw ProblemException.forbidden(notTheirs(change, seal, login));
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
        repository.saveAndFlush(approval(change, verdict, comment, seal, login));
    }

    private Approval approval(Change change, Verdict verdict, String comment, String seal, String login) {
        Person person = people.withLogin(login);
        return new Approval(change.id(), person, verdict, comment.strip(), seal, clock.instant());
    }

    /** Whether somebody who may decide has looked at the change, before it ran or afterwards. */
    @Transactional(readOnly = true)
    boolean looked(Change change) {
        return repository.findByChangeIdOrderById(change.id()).stream().anyMatch(a -> Reviews.looked(a, change.seal()));
    }

    @Transactional(readOnly = true)
    public List<ApprovalView> of(int number) {
        Change change = changes.numbered(number);
        List<Approval> decisions = repository.findByChangeIdOrderById(change.id());
        NeedStandings standings =
                standings(change, needs.keptOrNow(change).needs(), decisions, change.seal(), clock.instant(), null);
        Set<Approval> counting = decisions.stream()
                .filter(a -> Reviews.letsRun(a, standings, change.isEmergency(), change.authors(), change.seal()))
                .collect(Collectors.toCollection(HashSet::new));
        return decisions.stream()
                .map(a -> view(a, standings, counting.contains(a), a.seal().equals(change.seal())))
                .toList();
    }

    private ApprovalView view(Approval a, NeedStandings standings, boolean counts, boolean sameSeal) {
        String away = a.actingFor();
        return new ApprovalView(
                a.person().login(),
                a.person().name(),
                a.verdict(),
                a.comment(),
                Seal.brief(a.seal()),
                counts,
                !counts && sameSeal && a.verdict() == Verdict.APPROVED,
                a.verdict() != Verdict.APPROVED
                        ? List.of()
                        : standings.all().stream()
                                .map(NeedStanding::need)
                                .filter(n -> a.given().needs().contains(n.key()))
                                .map(n -> n.of())
                                .toList(),
                away == null ? null : people.withLogin(away).name(),
                a.decidedAt());
    }

    /** What of a change has moved since somebody decided about it last. */
    @Transactional(readOnly = true)
    public MovedView movedSince(int number, String login) {
        Change change = changes.numbered(number);
        List<Approval> theirs = repository.findByChangeIdOrderById(change.id()).stream()
                .filter(a -> a.person().login().equals(login))
                .toList();
        if (theirs.isEmpty()) {
            return MovedView.NOTHING;
        }
        Approval last = theirs.get(theirs.size() - 1);
        return snapshots.since(change, last.seal(), last.decidedAt());
    }

    /**
     * Whether everything is there that content with this seal needs, or an emergency with it was released, or it was submitted
     * within the bounds of a standard change that lets it run.
     */
    @Transactional(readOnly = true)
    public boolean approved(Change change, String seal) {
        return approved(change, seal, clock.instant());
    }

    /**
     * Whether it was so at a moment.
     *
     * @param at UTC; what ends later than that counted then
     */
    @Transactional(readOnly = true)
    public boolean approved(Change change, String seal, Instant at) {
        List<Approval> decisions = repository.findByChangeIdOrderById(change.id());
        NeedStandings standings = standings(change, needs.keptOrNow(change).needs(), decisions, seal, at, null);
        return standings.satisfied()
                || Optional.ofNullable(standing.of(List.of(change.id())).get(change.id()))
                        .filter(s -> s.letsThrough(seal, at))
                        .isPresent()
                || decisions.stream()
                        .anyMatch(a -> a.verdict() == Verdict.RELEASED
                                && Reviews.letsRun(a, standings, change.isEmergency(), change.authors(), seal));
    }

    /** Log-ins of those who approved it and, by a rule, must not start its run. */
    @Transactional(readOnly = true)
    public Set<String> runnersApart(Change change) {
        return standings(change, change.seal(), null).runnersApart();
    }
}
