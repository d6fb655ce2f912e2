package io.safestep.app.people.signon;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.safestep.app.people.signon.Discovery.NoProviderException;
import io.safestep.app.people.stored.IdentityProvider;
import io.safestep.app.people.stored.IdentityProviderRepository;
import io.safestep.app.people.stored.ProviderSettings;
import java.time.Duration;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrationRepository;
import org.springframework.stereotype.Component;

/** The providers by which somebody can come in now, as the log-in uses them. */
@Component
class ProviderClients implements ClientRegistrationRepository {

    private static final Logger LOG = LoggerFactory.getLogger(ProviderClients.class);
    private static final Duration KEPT = Duration.ofMinutes(10);

    private final IdentityProviderRepository providers;
    private final Discovery discovery;

    private final Cache<Asked, ClientRegistration> kept =
            Caffeine.newBuilder().maximumSize(100).expireAfterWrite(KEPT).build();

    /** What is told holds for one state of the settings. */
    private record Asked(long id, int version) {}

    ProviderClients(IdentityProviderRepository providers, Discovery discovery) {
        this.providers = providers;
        this.discovery = discovery;
    }

    /** Null when there is none of this name, when it is switched off, and while it does not answer. */
    @Override
    public @Nullable ClientRegistration findByRegistrationId(String slug) {
        IdentityProvider provider =
                providers.findBySlug(slug).filter(IdentityProvider::isOpen).orElse(null);
        if (provider == null) {
            return null;
        }
        Asked asked = new Asked(provider.id(), provider.version());
        ClientRegistration known = kept.getIfPresent(asked);
        if (known != null) {
            return known;
        }
        ProviderSettings settings = Objects.requireNonNull(provider.settings());
        try {
            ClientRegistration found = discovery.ask(slug, settings, provider.clientSecret());
            kept.put(asked, found);
            return found;
        } catch (NoProviderException e) {
            LOG.warn("The identity provider {} at {}: {}", settings.name(), settings.issuer(), e.getMessage());
            return null;
        }
    }
}
