package io.safestep.app.people;

import io.safestep.core.people.PersonStanding;
import io.safestep.core.people.Role;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Somebody among the people.
 *
 * @param email where mail goes; null while nobody has said, and for those who may not add people
 * @param wantedRoles what they want to be, to which another administrator has to agree; empty for nothing
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
        List<Role> wantedRoles,
        PersonStanding standing,
        @Nullable Instant invitedUntil,
        @Nullable Instant retiredAt,
        int version) {}
