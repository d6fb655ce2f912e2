package io.safestep.core.people;

import java.util.Collection;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Set;

/**
 * What nobody can do alone, or at all, when they change who people are: somebody who can add people has to be left, nobody
 * gives away what they lack, nobody makes themselves able to do more without a second administrator, and nobody alone makes
 * or takes over an account that decides: with it they could write a change as one and approve it as the other.
 */
public final class PeopleGate {

    /** Whoever holds such an account alone can pass for the second person that a change needs. */
    private static final Set<Right> DECISIVE = EnumSet.of(Right.DECIDE_CHANGES, Right.WRITE_PEOPLE);

    private PeopleGate() {}

    /** What somebody is, and for which devices. */
    public record Power(Set<Role> roles, Scope scope) {

        public static final Power NONE = new Power(Set.of(), Scope.NOTHING);

        public Power {
            roles = Set.copyOf(roles);
        }

        public static Power everywhere(Set<Role> roles) {
            return new Power(roles, Scope.EVERYWHERE);
        }

        private Set<Right> rights() {
            return Role.rights(roles);
        }

        private boolean decides() {
            return !Collections.disjoint(rights(), DECISIVE);
        }
    }

    /** How somebody can log in now. */
    public enum WayIn {
        /** Not at all: they have not come yet, or are retired. */
        NONE,
        /** By an identity provider alone, which may be away on the day on which they are needed. */
        ELSEWHERE,
        /** With what Safe Step itself looks at: a password or a passkey. */
        OWN
    }

    /**
     * Somebody as far as it matters here.
     *
     * @param administered whether they are or ever were an administrator for all devices who could log in
     */
    public record Account(String login, Power power, WayIn wayIn, boolean administered) {

        private boolean comesIn() {
            return wayIn != WayIn.NONE;
        }

        private boolean isAdministrator() {
            return comesIn() && power.roles().contains(Role.ADMINISTRATOR);
        }

        /** Of whom one has to be left, and who comes in whatever else is away. */
        private boolean isFullAdministrator() {
            return wayIn == WayIn.OWN && isAdministrator() && power.scope().holdsEverything();
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
        /** Nobody would be left who can add people for all devices. */
        LAST_ADMINISTRATOR,
        /** Who wants it may not do themselves what they would give away. */
        BEYOND_OWN_RIGHTS,
        /** They would give away devices that they do not have. */
        BEYOND_OWN_SCOPE,
        /** They would change somebody for devices that they do not have. */
        NOT_IN_OWN_SCOPE,
        /** Somebody without any role could not even read. */
        NO_ROLE
    }

    /**
     * Whether somebody may be made something else.
     *
     * @param by who wants it
     * @param of whose power it is; for a new person {@link Power#NONE}
     * @param wanted all of it afterwards
     * @param all everybody, the two included when they exist
     */
    public static Answer power(Account by, Account of, Power wanted, Collection<Account> all) {
        if (wanted.roles().isEmpty()) {
            return Answer.NO_ROLE;
        }
        if (!reaches(by, of)) {
            return Answer.NOT_IN_OWN_SCOPE;
        }
        Account afterwards = new Account(of.login(), wanted, of.wayIn(), of.administered());
        if (of.isFullAdministrator() && !afterwards.isFullAdministrator() && !anotherFullAdministrator(of, all)) {
            return Answer.LAST_ADMINISTRATOR;
        }
        Set<Right> gained = EnumSet.noneOf(Right.class);
        gained.addAll(wanted.rights());
        gained.removeAll(of.power().rights());
        boolean wider = !wanted.scope().isWithin(of.power().scope());
        if (gained.isEmpty() && !wider) {
            return Answer.GOES;
        }
        if (by.login().equals(of.login())) {
            return someoneToAgree(by, wanted, all) ? Answer.WAITS_FOR_ANOTHER : Answer.NOBODY_TO_AGREE;
        }
        if (!by.isAdministrator() && !by.power().rights().containsAll(gained)) {
            return Answer.BEYOND_OWN_RIGHTS;
        }
        if (!wanted.scope().isWithin(by.power().scope())) {
            return Answer.BEYOND_OWN_SCOPE;
        }
        return isWeighty(by, gained, wider, wanted) ? byTwo(by, wanted, all) : Answer.GOES;
    }

    /**
     * Where there is one administrator for all devices, and never was another, nobody can be asked. Where there was another
     * one, somebody has to come: or else an administrator would let the other one go and be alone.
     */
    private static Answer byTwo(Account by, Power wanted, Collection<Account> all) {
        if (someoneToAgree(by, wanted, all)) {
            return Answer.WAITS_FOR_ANOTHER;
        }
        boolean everAnother =
                all.stream().anyMatch(a -> a.administered() && !a.login().equals(by.login()));
        return everAnother ? Answer.NOBODY_TO_AGREE : Answer.GOES;
    }

    /** Whether an account with it, in the hands of who gives it, would be a second person. */
    private static boolean isWeighty(Account by, Set<Right> gained, boolean wider, Power wanted) {
        boolean decidesMore = !Collections.disjoint(gained, DECISIVE) || wider && wanted.decides();
        boolean writesForDecider = by.power().rights().contains(Right.DECIDE_CHANGES)
                && wanted.rights().contains(Right.WRITE_CHANGES)
                && (wider || gained.contains(Right.WRITE_CHANGES));
        return decidesMore || writesForDecider;
    }

    /**
     * Whether somebody may make a link with which a password is chosen for an account, or take away a second factor of it:
     * who does that could come in themselves. For an account that is in use, or that decides, another administrator agrees.
     */
    public static Answer wayIn(Account by, Account of, Collection<Account> all) {
        if (!reaches(by, of)) {
            return Answer.NOT_IN_OWN_SCOPE;
        }
        boolean own = by.login().equals(of.login());
        boolean heavy = of.comesIn() || isWeighty(by, of.power().rights(), true, of.power());
        return !own && heavy ? byTwo(by, of.power(), all) : Answer.GOES;
    }

    /**
     * Whether somebody may say which identity provider is believed, and what its groups are here: it says who everybody is, and
     * so is worth as much as an account of each.
     */
    public static Answer trust(Account by, Collection<Account> all) {
        if (!by.power().scope().holdsEverything()) {
            return Answer.BEYOND_OWN_SCOPE;
        }
        return byTwo(by, Power.everywhere(EnumSet.allOf(Role.class)), all);
    }

    /**
     * Whether somebody may say anything about somebody else: their name, their mail address, what they are. Who looks after a
     * part of the network looks after the people of that part.
     */
    public static boolean reaches(Account by, Account of) {
        return by.login().equals(of.login())
                || of.power().scope().isWithin(by.power().scope());
    }

    /** Whether somebody can be let go. */
    public static Answer retirement(Account by, Account of, Collection<Account> all) {
        if (!reaches(by, of)) {
            return Answer.NOT_IN_OWN_SCOPE;
        }
        return of.isFullAdministrator() && !anotherFullAdministrator(of, all) ? Answer.LAST_ADMINISTRATOR : Answer.GOES;
    }

    /**
     * Whether somebody may agree to what another one wants.
     *
     * @param wantedBy log-in
     */
    public static boolean mayAgree(Account agreeing, String wantedBy, Power wanted) {
        return agreeing.isAdministrator()
                && !agreeing.login().equals(wantedBy)
                && wanted.scope().isWithin(agreeing.power().scope());
    }

    private static boolean someoneToAgree(Account by, Power wanted, Collection<Account> all) {
        return all.stream().anyMatch(a -> mayAgree(a, by.login(), wanted));
    }

    private static boolean anotherFullAdministrator(Account than, Collection<Account> all) {
        return all.stream().anyMatch(a -> a.isFullAdministrator() && !a.login().equals(than.login()));
    }
}
