package io.safestep.core.people;

import java.util.Collection;
import java.util.EnumSet;
import java.util.Set;

/**
 * What nobody can do alone, or at all, when they change who people are: somebody who can add people has to be left, nobody
 * gives away what they lack, and nobody makes themselves able to do more without a second administrator.
 */
public final class PeopleGate {

    private PeopleGate() {}

    /**
     * Somebody as far as it matters here.
     *
     * @param present false once retired
     */
    public record Account(String login, Set<Role> roles, boolean present) {

        public Account {
            roles = Set.copyOf(roles);
        }

        private boolean isAdministrator() {
            return present && roles.contains(Role.ADMINISTRATOR);
        }
    }

    /** What becomes of a wish. */
    public enum Answer {
        /** It may be done. */
        GOES,
        /** It waits until another administrator agrees. */
        WAITS_FOR_ANOTHER,
        /** Another administrator would have to agree, and there is none. */
        NOBODY_TO_AGREE,
        /** Nobody would be left who can add people. */
        LAST_ADMINISTRATOR,
        /** Who wants it may not do themselves what they would give away. */
        BEYOND_OWN_RIGHTS,
        /** Somebody without any role could not even read. */
        NO_ROLE
    }

    /**
     * @param by who wants it
     * @param of whose roles they are; for a new person with no roles
     * @param wanted all roles afterwards
     * @param all everybody, the two included when they exist
     */
    public static Answer roles(Account by, Account of, Set<Role> wanted, Collection<Account> all) {
        if (wanted.isEmpty()) {
            return Answer.NO_ROLE;
        }
        if (of.isAdministrator() && !wanted.contains(Role.ADMINISTRATOR) && !anotherAdministrator(of, all)) {
            return Answer.LAST_ADMINISTRATOR;
        }
        Set<Right> gained = EnumSet.noneOf(Right.class);
        gained.addAll(Role.rights(wanted));
        gained.removeAll(Role.rights(of.roles()));
        if (gained.isEmpty()) {
            return Answer.GOES;
        }
        if (by.login().equals(of.login())) {
            return anotherAdministrator(by, all) ? Answer.WAITS_FOR_ANOTHER : Answer.NOBODY_TO_AGREE;
        }
        return by.isAdministrator() || Role.rights(by.roles()).containsAll(gained)
                ? Answer.GOES
                : Answer.BEYOND_OWN_RIGHTS;
    }

    /** Whether somebody can be let go. */
    public static Answer retirement(Account of, Collection<Account> all) {
        return of.isAdministrator() && !anotherAdministrator(of, all) ? Answer.LAST_ADMINISTRATOR : Answer.GOES;
    }

    /** Whether somebody may agree to what another one wants for themselves. */
    public static boolean mayAgree(Account agreeing, String wantedBy) {
        return agreeing.isAdministrator() && !agreeing.login().equals(wantedBy);
    }

    private static boolean anotherAdministrator(Account than, Collection<Account> all) {
        return all.stream().anyMatch(a -> a.isAdministrator() && !a.login().equals(than.login()));
    }
}
