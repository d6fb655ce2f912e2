package io.safestep.app.people.signon;

import io.safestep.core.people.Role;
import io.safestep.core.people.Scope;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * An identity provider.
 *
 * @param name of what holds, or of what is wanted when nothing holds yet
 * @param returnPath on this server; the provider has to know the whole address
 * @param held null until another administrator has agreed for the first time
 * @param wanted what waits for another administrator; null for nothing
 * @param wantedBy name of who wants it; null when nothing is wanted
 * @param wantedByLogin null when nothing is wanted
 * @param people how many come in by it
 */
record ProviderView(
        long id,
        String slug,
        String name,
        String returnPath,
        @Nullable SettingsView held,
        @Nullable SettingsView wanted,
        @Nullable String wantedBy,
        @Nullable String wantedByLogin,
        boolean switchedOff,
        long people,
        int version) {

    /** @param hasSecret whether there is a secret by which Safe Step shows who it is; it is never shown */
    record SettingsView(
            String name,
            String issuer,
            String clientId,
            boolean hasSecret,
            String scope,
            String loginClaim,
            @Nullable String loginDomain,
            String groupsClaim,
            boolean makesPeople,
            List<RowView> rows) {}

    /** @param scopeWords null for all devices */
    record RowView(
            String group,
            List<Role> roles,
            Scope scope,
            @Nullable String scopeWords) {}
}
