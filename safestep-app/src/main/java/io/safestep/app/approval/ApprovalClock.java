package io.safestep.app.approval;

import io.safestep.app.approval.needs.Needs;
import io.safestep.app.job.RegularJob;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Looks whether approvals have ended or are overdue. */
@Component
class ApprovalClock implements RegularJob {

    private final Needs needs;
    private final ApprovalHours hours;
    private final StandingApproval standing;

    ApprovalClock(Needs needs, ApprovalHours hours, StandingApproval standing) {
        this.needs = needs;
        this.standing = standing;
        this.hours = hours;
    }

    @Override
    public String name() {
        return "approval-clock";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(30);
    }

    @Override
    public void execute() {
        for (int number : needs.approvedForATime()) {
            hours.lapse(number);
            hours.tellEnding(number);
        }
        standing.over().forEach(hours::lapse);
        needs.askedForInTime().forEach(hours::tellOverdue);
    }
}
