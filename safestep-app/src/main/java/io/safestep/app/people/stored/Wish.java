package io.safestep.app.people.stored;

import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.Role;
import io.safestep.core.people.Scope;
import java.util.Set;

/**
 * What an administrator wants for somebody, to which another one has to agree.
 *
 * @param by log-in of who wants it
 * @param roles all of them afterwards
 * @param scope all of it afterwards
 * @param link whether a link is wanted with which they choose a password
 */
public record Wish(String by, Set<Role> roles, Scope scope, boolean link) {

    public Power power() {
        return new Power(roles, scope);
    }
}
