package io.safestep.app.people.accounts;

import io.safestep.core.people.DeviceSet;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.Role;
import io.safestep.core.people.Scope;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Knows the sites and groups of which scopes speak. */
public interface KnownPlaces {

    /** Whether each site and group of a scope exists. */
    boolean exist(Scope scope);

    /** Says scopes in words, such as {@code sees Dunmarsh; acts on Dunmarsh gateways}, with the names of this moment. */
    Function<Scope, String> wording();

    /** Finds sites by their names or short names, and groups by their names, whatever their case. */
    Function<String, Optional<DeviceSet>> naming();

    default String words(Scope scope) {
        return wording().apply(scope);
    }

    /** Says what somebody is and for which devices, such as {@code engineer (Dunmarsh)}. */
    default String words(Power power) {
        String roles = power.roles().isEmpty()
                ? "nothing yet"
                : new TreeSet<>(power.roles()).stream().map(Role::title).collect(Collectors.joining(", "));
        return power.scope().holdsEverything() ? roles : roles + " (" + words(power.scope()) + ")";
    }
}
