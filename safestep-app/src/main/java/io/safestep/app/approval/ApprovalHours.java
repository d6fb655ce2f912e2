package io.safestep.app.approval;

import io.safestep.app.approval.events.ApprovalEnding;
import io.safestep.app.approval.events.ApprovalOverdue;
import io.safestep.app.approval.needs.Needs;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What becomes of approvals because time passes: they end, and they become overdue. */
@Component
class ApprovalHours {

    private static final Duration TOLD_BEFORE = Duration.ofHours(12);

    private final Approvals approvals;
    private final Needs needs;
    private final Changes changes;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    ApprovalHours(
            Approvals approvals,
            Needs needs,
            Changes changes,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.approvals = approvals;
        this.needs = needs;
        this.changes = changes;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    /** A change whose approval has ended is in review again: what has not ended is not asked for anew. */
    @Transactional
    void lapse(int number) {
        Change change = changes.lock(number);
        String seal = change.seal();
        boolean waits = change.state() == ChangeState.APPROVED || change.state() == ChangeState.BOOKED;
        if (waits && seal != null && !approvals.approved(change, seal)) {
            NeedStandings standings = approvals.standings(change, seal, null);
            changes.transition(
                    change,
                    ChangeAction.LAPSE,
                    AuditLog.SAFE_STEP,
                    (change.isStandard() ? "Its standard change no longer lets it run." : "An approval has ended.")
                            + " It waits for " + standings.waitsFor() + ".");
        }
    }

    /** The author of a change whose approval ends before long is told once, while there is time to run it or to ask again. */
    @Transactional
    void tellEnding(int number) {
        Change change = changes.lock(number);
        Instant now = clock.instant();
        Instant ends = approvals.standings(change, change.seal(), null).ends();
        boolean waits = change.state() == ChangeState.APPROVED || change.state() == ChangeState.BOOKED;
        if (waits
                && ends != null
                && now.isBefore(ends)
                && !now.isBefore(ends.minus(TOLD_BEFORE))
                && change.tellEnding(ends)) {
            events.publishEvent(new ApprovalEnding(number, ends));
        }
    }

    /** Those who are asked are told once more, and with them the team to which it is escalated. */
    @Transactional
    void tellOverdue(int number) {
        Change change = changes.lock(number);
        if (change.state() != ChangeState.IN_REVIEW) {
            return;
        }
        for (NeedStanding late :
                approvals.standings(change, change.seal(), null).open()) {
            if (late.overdue() && needs.noteOverdue(change.id(), late.need().key())) {
                audit.write(
                        AuditLog.SAFE_STEP,
                        change.subject(),
                        "approval overdue",
                        "It waits for an approval of " + late.need().of() + ".");
                events.publishEvent(new ApprovalOverdue(number, late.need().of()));
            }
        }
    }
}
