package io.safestep.app.people;

import io.safestep.core.people.Role;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What somebody is to be.
 *
 * @param login for a new person alone; it never changes
 * @param version the one that was seen; null for a new person
 */
record AccountRequest(
        @NotNull @Size(max = 40, message = "At most 40 characters.")
        String login,

        @NotNull @Size(max = 100, message = "At most 100 characters.")
        String name,

        @Size(max = 200, message = "At most 200 characters.") @Nullable
        String email,

        @NotNull @Size(max = 20) Set<Role> roles,
        @Nullable Integer version) {}
