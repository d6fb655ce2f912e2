package io.safestep.core.approval;

import io.safestep.core.people.WorkingHours;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
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
 * @param calendar in which its time to answer counts; null when it counts day and night
 */
public record ApprovalNeed(
        String key,
        @Nullable String rule,
        int ruleVersion,
        Approvers who,
        String of,
        List<String> devices,
        String because,
        RuleTerms terms,
        @Nullable Calendar calendar) {

    /** The working hours of a team, as they were at the submission. */
    public record Calendar(WorkingHours hours, ZoneId zone) {}

    public ApprovalNeed {
        devices = List.copyOf(devices);
    }

    /**
     * When it is due that was asked for at a moment.
     *
     * @return UTC; null when nobody waits for a time
     */
    @Nullable
    Instant due(Instant asked) {
        Integer hours = terms.answerHours();
        if (hours == null) {
            return null;
        }
        Duration time = Duration.ofHours(hours);
        return calendar == null ? asked.plus(time) : calendar.hours().after(asked, time, calendar.zone());
    }
}
