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
    private static final Duration LATELY = Duration.ofSeconds(2);
    private static final int MOST = 100;

    private final IdentityProviderRepository providers;
    private final Discovery discovery;

    private final Cache<Asked, ClientRegistration> kept =
            Caffeine.newBuilder().maximumSize(MOST).expireAfterWrite(KEPT).build();

    /** Whether it answered just now: strangers do not make it be asked more often. */
    private final Cache<Asked, Boolean> lately =
            Caffeine.newBuilder().maximumSize(MOST).expireAfterWrite(LATELY).build();

    /** What is told holds for one state of the settings. */
    private record Asked(long id, int version) {}

    ProviderClients(IdentityProviderRepository providers, Discovery discovery) {
        this.providers = providers;
        this.discovery = discovery;
    }

    /** Whether somebody who is sent there now comes to a page on which they can log in. */
    boolean answers(String slug) {
        IdentityProvider provider = open(slug);
        if (provider == null) {
            return false;
        }
        Asked asked = new Asked(provider.id(), provider.version());
        return lately.get(asked, a -> ask(provider, asked) != null);
    }

    /** Null when there is none of this name, when it is switched off, and while it does not answer. */
    @Override
    public @Nullable ClientRegistration findByRegistrationId(String slug) {
        IdentityProvider provider = open(slug);
        if (provider == null) {
            return null;
        }
        Asked asked = new Asked(provider.id(), provider.version());
        ClientRegistration known = kept.getIfPresent(asked);
        return known != null ? known : answers(slug) ? kept.getIfPresent(asked) : null;
    }

    private @Nullable IdentityProvider open(String slug) {
        return providers.findBySlug(slug).filter(IdentityProvider::isOpen).orElse(null);
    }

    private @Nullable ClientRegistration ask(IdentityProvider provider, Asked asked) {
        ProviderSettings settings = Objects.requireNonNull(provider.settings());
        try {
            ClientRegistration found = discovery.ask(provider.slug(), settings, provider.clientSecret());
            kept.put(asked, found);
            return found;
        } catch (NoProviderException e) {
            LOG.warn("The identity provider {} at {}: {}", settings.name(), settings.issuer(), e.getMessage());
            kept.invalidate(asked);
            return null;
        }
    }
}
