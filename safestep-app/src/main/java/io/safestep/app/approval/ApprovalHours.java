package io.safestep.app.approval;

import io.safestep.app.approval.needs.Needs;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What becomes of approvals because time passes: they end, and they become overdue. */
@Component
class ApprovalHours {

    private final Approvals approvals;
    private final Needs needs;
    private final Changes changes;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;

    ApprovalHours(Approvals approvals, Needs needs, Changes changes, AuditLog audit, ApplicationEventPublisher events) {
        this.approvals = approvals;
        this.needs = needs;
        this.changes = changes;
        this.audit = audit;
        this.events = events;
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
