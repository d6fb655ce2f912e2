package io.safestep.core.approval;

import io.safestep.core.people.Role;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Who approves. All of them have to have the right to decide about changes, and to act on the devices; nobody who had a hand
 * in the change is among them.
 *
 * @param team its id, of {@link Kind#TEAM}
 * @param role of {@link Kind#ROLE}
 * @param people log-ins, of {@link Kind#PEOPLE}
 * @param howMany different people
 */
public record Approvers(
        Kind kind, @Nullable Long team, @Nullable Role role, Set<String> people, int howMany) {

    public Approvers {
        people = Set.copyOf(people);
    }

    /** How it is said who they are. */
    public enum Kind {
        ANYBODY("anybody who may decide"),
        TEAM("a team"),
        ROLE("who holds a role"),
        PEOPLE("named people"),
        /** For each site the team that it belongs to, about the devices there alone. */
        SITE_TEAM("for each site the team that it belongs to"),
        /** For each service near the devices the team that it belongs to, about those near it alone. */
        SERVICE_TEAM("for each service near it the team that it belongs to");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public static Approvers anybody() {
        return new Approvers(Kind.ANYBODY, null, null, Set.of(), 1);
    }

    /** Those of one team. */
    static Approvers ofTeam(@Nullable Long team, int howMany) {
        return new Approvers(Kind.TEAM, team, null, Set.of(), howMany);
    }
}
