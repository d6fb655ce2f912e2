package io.safestep.app.people.stored;

import io.safestep.core.people.RoleMapping;
import org.jspecify.annotations.Nullable;

/**
 * How an identity provider is asked and what is believed of what it says.
 *
 * @param name as people read it on the page on which they log in
 * @param issuer its address, by which it names itself (OpenID Connect Discovery 1.0, section 3)
 * @param clientId by which Safe Step is known to it
 * @param scope what is asked of it beside {@code openid}, names with blanks between (RFC 6749, section 3.3)
 * @param loginClaim claim that is somebody's log-in name here
 * @param loginDomain what is cut off that claim behind an {@code @}; null for nothing
 * @param groupsClaim claim with their groups; names with dots between lead into an object
 * @param makesPeople whether people are made when they log in for the first time
 */
public record ProviderSettings(
        String name,
        String issuer,
        String clientId,
        String scope,
        String loginClaim,
        @Nullable String loginDomain,
        String groupsClaim,
        boolean makesPeople,
        RoleMapping mapping) {}
