package io.safestep.app.people.signon;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.signon.Discovery.NoProviderException;
import io.safestep.app.people.stored.IdentityProvider;
import io.safestep.app.people.stored.ProviderSettings;
import io.safestep.app.sight.NetworkWide;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Which identity providers are believed, over HTTP. */
@RestController
@RequestMapping("/api/identity-providers")
class ProviderController {

    private static final String SUBJECT = "Single sign-on";

    private final Providers providers;
    private final Discovery discovery;

    ProviderController(Providers providers, Discovery discovery) {
        this.providers = providers;
        this.discovery = discovery;
    }

    /** @param waits what waits for another administrator; null when it holds already */
    record SavedView(@Nullable String waits) {}

    record AgreementRequest(boolean agree) {}

    record OffRequest(boolean off) {}

    /** @param sentence what it answered, or what is wrong */
    record TrialView(boolean answers, String sentence) {}

    @GetMapping
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(SUBJECT)
    List<ProviderView> all() {
        return providers.views();
    }

    @PostMapping
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(SUBJECT)
    SavedView add(@Valid @RequestBody ProviderRequest request, @AuthenticationPrincipal SignedIn me) {
        return new SavedView(providers.add(request, me.login()));
    }

    @PutMapping("/{slug}")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(SUBJECT)
    SavedView change(
            @PathVariable String slug,
            @Valid @RequestBody ProviderRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return new SavedView(providers.change(slug, request, me.login()));
    }

    @PutMapping("/{slug}/wish")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(SUBJECT)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(
            @PathVariable String slug,
            @Valid @RequestBody AgreementRequest request,
            @AuthenticationPrincipal SignedIn me) {
        providers.answer(slug, request.agree(), me.login());
    }

    @PutMapping("/{slug}/off")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(SUBJECT)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void switchOff(
            @PathVariable String slug, @Valid @RequestBody OffRequest request, @AuthenticationPrincipal SignedIn me) {
        providers.switchOff(slug, request.off(), me.login());
    }

    @DeleteMapping("/{slug}")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(SUBJECT)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String slug, @AuthenticationPrincipal SignedIn me) {
        providers.remove(slug, me.login());
    }

    /** Asks it now what it tells of itself: as what is wanted says, or else as what holds. */
    @PostMapping("/{slug}/trial")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(SUBJECT)
    TrialView tryOut(@PathVariable String slug) {
        IdentityProvider provider = providers.existing(slug);
        boolean wanted = provider.wanted() != null;
        ProviderSettings settings = Objects.requireNonNull(wanted ? provider.wanted() : provider.settings());
        try {
            ClientRegistration found =
                    discovery.ask(slug, settings, wanted ? provider.wantedSecret() : provider.clientSecret());
            return new TrialView(
                    true,
                    "It answers. People log in at " + found.getProviderDetails().getAuthorizationUri() + ".");
        } catch (NoProviderException e) {
            return new TrialView(false, Objects.requireNonNull(e.getMessage()));
        }
    }
}
