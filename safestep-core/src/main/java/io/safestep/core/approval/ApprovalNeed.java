package io.safestep.core.approval;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * An approval that a change needs. Kept with a change as it was when it was submitted; who belongs to a team is asked for
 * when it matters.
 *
 * @param key says which it is among those of the change
 * @param rule name of the rule that asks for it; null for what every change needs
 * @param ruleVersion of that rule; 0 without one
 * @param who of one team where the rule speaks of the teams of sites
 * @param of what they are, to follow on "approval of": {@code team Network leads}
 * @param devices names of the devices about which it is, sorted
 * @param because why it is asked for, to follow on "because"
 */
public record ApprovalNeed(
        String key,
        @Nullable String rule,
        int ruleVersion,
        Approvers who,
        String of,
        List<String> devices,
        String because,
        RuleTerms terms) {

    public ApprovalNeed {
        devices = List.copyOf(devices);
    }
}
