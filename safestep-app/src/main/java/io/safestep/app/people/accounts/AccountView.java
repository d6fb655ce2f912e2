package io.safestep.app.people.accounts;

import io.safestep.core.people.PeopleGate.WayIn;
import io.safestep.core.people.PersonStanding;
import io.safestep.core.people.Role;
import io.safestep.core.people.Scope;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Somebody among the people.
 *
 * @param email where mail goes; null while nobody has said, and for those who may not add people
 * @param scope for which devices the roles hold
 * @param scopeWords the same in words; null for all devices
 * @param wish what is wanted for them, to which another administrator has to agree; null for nothing
 * @param wayIn how they can log in now
 * @param followsGroups whether what they are is read from their groups at an identity provider each time they come in
 * @param invitedUntil until when they can come in with a link, UTC; null when there is none
 * @param retiredAt since when they are no longer here, UTC; null while they are
 * @param version goes up with every change; who changes says which one they have seen
 */
record AccountView(
        long id,
        String login,
        String name,
        @Nullable String email,
        List<Role> roles,
        Scope scope,
        @Nullable String scopeWords,
        @Nullable WishView wish,
        PersonStanding standing,
        WayIn wayIn,
        boolean followsGroups,
        @Nullable Instant invitedUntil,
        @Nullable Instant retiredAt,
        int version) {

    /**
     * What waits for another administrator.
     *
     * @param by who wants it, by name
     * @param byLogin the same, by log-in
     * @param roles all of them afterwards
     * @param scope all of it afterwards
     * @param scopeWords the same in words; null for all devices
     * @param link whether it is about a link with which they choose a password
     */
    record WishView(
            String by,
            String byLogin,
            List<Role> roles,
            Scope scope,
            @Nullable String scopeWords,
            boolean link) {}
}
