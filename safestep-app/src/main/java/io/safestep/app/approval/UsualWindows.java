package io.safestep.app.approval;

import io.safestep.app.approval.rules.ApprovalRules;
import io.safestep.app.change.BookingCondition;
import io.safestep.app.change.stored.Change;
import io.safestep.core.approval.ApprovalRule;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Where a rule asks for an approval of changes that are to run outside the usual windows, a change that does not say so is
 * booked into a window that comes again and again.
 */
@Component
class UsualWindows implements BookingCondition {

    private final ApprovalRules rules;

    UsualWindows(ApprovalRules rules) {
        this.rules = rules;
    }

    @Override
    public Optional<String> objectionToBooking(Change change, Opening opening) {
        if (opening.usual() || change.order().outsideWindows()) {
            return Optional.empty();
        }
        return rules.inForce().stream()
                .filter(rule -> rule.when().outsideWindows())
                .map(ApprovalRule::name)
                .findFirst()
                .map(rule -> opening.name() + " opens once, and the rule " + rule
                        + " asks for an approval of what is to run outside the usual windows. Choose a window that comes"
                        + " again, or say in the change that it is to run outside them and submit it again.");
    }
}
