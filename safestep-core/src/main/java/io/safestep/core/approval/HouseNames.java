package io.safestep.core.approval;

import io.safestep.core.people.Role;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How those are called of whom rules speak, and when they are at work.
 *
 * @param teams names by id
 * @param siteTeams the team that a site belongs to, ids by id
 * @param serviceTeams the team that a service belongs to, ids by the names of services
 * @param people names by log-in
 * @param calendars working hours of those teams that have said them, by id
 */
public record HouseNames(
        Map<Long, String> teams,
        Map<Long, Long> siteTeams,
        Map<String, Long> serviceTeams,
        Map<String, String> people,
        Map<Long, ApprovalNeed.Calendar> calendars) {

    /** Working hours that count for these; null when the time to answer counts day and night. */
    ApprovalNeed.@Nullable Calendar calendar(Approvers who) {
        return who.kind() == Approvers.Kind.TEAM && who.team() != null ? calendars.get(who.team()) : null;
    }

    /** To follow on "approval of". */
    String of(Approvers who) {
        return switch (who.kind()) {
            case ANYBODY -> "somebody who has not written it";
            case TEAM -> "team " + teams.getOrDefault(who.team(), "that is no more");
            case ROLE -> "somebody who is " + role(who.role());
            case PEOPLE ->
                who.people().stream()
                        .map(login -> people.getOrDefault(login, login))
                        .sorted()
                        .reduce((a, b) -> a + " or " + b)
                        .orElse("nobody");
            case SITE_TEAM -> "the team of each site";
            case SERVICE_TEAM -> "the team of each service";
        };
    }

    private static String role(@Nullable Role role) {
        return role == null ? "nothing" : role.title();
    }
}
