package io.safestep.app.people.accounts;

import io.safestep.core.people.Role;
import io.safestep.core.people.Scope;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What somebody is to be.
 *
 * @param login for a new person alone; it never changes
 * @param scope for which devices; null for all when they are new, and for what it was otherwise
 * @param service whether it is a program with an account of its own; for a new one alone, no when left out
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
        @Valid @Nullable ScopeRequest scope,
        @Nullable Boolean service,
        @Nullable Integer version) {

    Scope scopeOr(Scope before) {
        return scope == null ? before : scope.scope();
    }
}
