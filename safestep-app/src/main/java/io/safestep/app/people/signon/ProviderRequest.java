package io.safestep.app.people.signon;

import io.safestep.app.people.accounts.ScopeRequest;
import io.safestep.app.people.stored.ProviderSettings;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.Role;
import io.safestep.core.people.RoleMapping;
import io.safestep.core.people.Scope;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What an identity provider is to be.
 *
 * @param slug for a new one alone; part of the address to which it sends people back
 * @param clientSecret null or empty for the one that there is
 * @param version the one that was seen; null for a new one
 */
record ProviderRequest(
        @NotNull @Pattern(regexp = "[a-z][a-z0-9-]{0,29}", message = "At most 30 small letters, digits and hyphens.")
        String slug,

        @NotBlank(message = "Enter the name that people read when they log in.")
        @Size(max = 60, message = "At most 60 characters.")
        String name,

        @NotBlank(message = "Enter the address by which it names itself.")
        @Size(max = 300, message = "At most 300 characters.")
        String issuer,

        @NotBlank(message = "Enter the name under which Safe Step is known there.")
        @Size(max = 200, message = "At most 200 characters.")
        String clientId,

        @Size(max = 500, message = "At most 500 characters.") @Nullable
        String clientSecret,

        @NotNull
        @Pattern(regexp = "[!#-\\[\\]-~ ]{0,200}", message = "Names with blanks between, such as profile email.")
        String scope,

        @NotBlank(message = "Enter the claim that is the log-in name.")
        @Size(max = 100, message = "At most 100 characters.")
        String loginClaim,

        @Size(max = 100, message = "At most 100 characters.") @Nullable
        String loginDomain,

        @NotBlank(message = "Enter the claim that holds their groups.")
        @Size(max = 100, message = "At most 100 characters.")
        String groupsClaim,

        boolean makesPeople,

        @NotNull @Size(max = 100, message = "At most 100 rows.") @Valid
        List<RowRequest> rows,

        @Nullable Integer version) {

    /** @param scope null for all devices */
    record RowRequest(
            @NotBlank(message = "Enter the group as the provider writes it.")
            @Size(max = 200, message = "At most 200 characters.")
            String group,

            @NotNull @Size(min = 1, max = 20, message = "Choose at least one role.")
            Set<Role> roles,

            @Valid @Nullable ScopeRequest scope) {

        Power power() {
            return new Power(roles, scope == null ? Scope.EVERYWHERE : scope.scope());
        }
    }

    ProviderSettings settings() {
        return new ProviderSettings(
                name.strip(),
                issuer.strip(),
                clientId.strip(),
                scope.strip(),
                loginClaim.strip(),
                loginDomain == null || loginDomain.isBlank() ? null : loginDomain.strip(),
                groupsClaim.strip(),
                makesPeople,
                new RoleMapping(rows.stream()
                        .map(row -> new RoleMapping.Row(row.group().strip(), row.power()))
                        .toList()));
    }
}
