package io.safestep.app.people.signon;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.accounts.Consent;
import io.safestep.app.people.accounts.KnownPlaces;
import io.safestep.app.people.stored.IdentityProvider;
import io.safestep.app.people.stored.IdentityProviderRepository;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonIdentity;
import io.safestep.app.people.stored.PersonIdentityRepository;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.people.stored.ProviderSettings;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.RoleMapping;
import io.safestep.core.people.Scope;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which identity providers are believed, and what their groups are here. */
@Service
@Transactional
public class Providers {

    private static final String SUBJECT = "single sign-on";

    private final IdentityProviderRepository providers;
    private final PersonIdentityRepository identities;
    private final PersonRepository people;
    private final KnownPlaces places;
    private final Consent consent;
    private final AuditLog audit;

    Providers(
            IdentityProviderRepository providers,
            PersonIdentityRepository identities,
            PersonRepository people,
            KnownPlaces places,
            Consent consent,
            AuditLog audit) {
        this.providers = providers;
        this.identities = identities;
        this.people = people;
        this.places = places;
        this.consent = consent;
        this.audit = audit;
    }

    @Transactional(readOnly = true)
    List<ProviderView> views() {
        Function<Scope, String> wording = places.wording();
        return providers.findAllByOrderById().stream()
                .map(p -> view(p, wording))
                .toList();
    }

    private ProviderView view(IdentityProvider provider, Function<Scope, String> wording) {
        String by = provider.wantedBy();
        return new ProviderView(
                provider.id(),
                provider.slug(),
                provider.known().name(),
                SignOnPaths.returnTo(provider.slug()),
                view(provider.settings(), provider.clientSecret() != null, wording),
                view(provider.wanted(), provider.wantedSecret() != null, wording),
                by == null ? null : people.findByLogin(by).map(Person::name).orElse(by),
                by,
                provider.isSwitchedOff(),
                identities.countByProviderId(provider.id()),
                provider.version());
    }

    private static ProviderView.@Nullable SettingsView view(
            @Nullable ProviderSettings settings, boolean hasSecret, Function<Scope, String> wording) {
        return settings == null
                ? null
                : new ProviderView.SettingsView(
                        settings.name(),
                        settings.issuer(),
                        settings.clientId(),
                        hasSecret,
                        settings.scope(),
                        settings.loginClaim(),
                        settings.loginDomain(),
                        settings.groupsClaim(),
                        settings.makesPeople(),
                        settings.mapping().rows().stream()
                                .map(row -> view(row, wording))
                                .toList());
    }

    private static ProviderView.RowView view(RoleMapping.Row row, Function<Scope, String> wording) {
        Power power = row.power();
        return new ProviderView.RowView(
                row.group(),
                new TreeSet<>(power.roles()).stream().toList(),
                power.scope(),
                power.scope().holdsEverything() ? null : wording.apply(power.scope()));
    }

    /** @return what waits for another administrator; null when it holds already */
    @Nullable
    String add(ProviderRequest request, String by) {
        if (providers.findBySlug(request.slug()).isPresent()) {
            throw ProblemException.invalid("slug", "There is a provider of this short name already.");
        }
        return want(new IdentityProvider(request.slug()), request, by);
    }

    /** @return what waits for another administrator; null when it holds already */
    @Nullable
    String change(String slug, ProviderRequest request, String by) {
        IdentityProvider provider = existing(slug);
        if (request.version() == null || request.version() != provider.version()) {
            throw ProblemException.moved("Somebody else has changed "
                    + provider.known().name() + " meanwhile. Look at it again; nothing was changed now.");
        }
        return want(provider, request, by);
    }

    private @Nullable String want(IdentityProvider provider, ProviderRequest request, String by) {
        List<FieldError> errors = problems(request);
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        String waits = consent.waits(by, "Single sign-on");
        String secret =
                request.clientSecret() == null || request.clientSecret().isEmpty() ? null : request.clientSecret();
        provider.want(request.settings(), secret, by);
        providers.save(provider);
        audit.write(
                by,
                SUBJECT,
                waits != null ? "identity provider wanted" : "identity provider",
                words(request.settings()) + (waits != null ? " Another administrator has to agree." : ""));
        if (waits == null) {
            provider.agree();
        }
        return waits;
    }

    /** Believes a provider from the start, as the demo does. */
    public void ensure(String slug, ProviderSettings settings, String secret) {
        if (providers.findBySlug(slug).isEmpty()) {
            IdentityProvider provider = new IdentityProvider(slug);
            provider.want(settings, secret, AuditLog.SAFE_STEP);
            provider.agree();
            providers.save(provider);
            audit.write(AuditLog.SAFE_STEP, SUBJECT, "identity provider", words(settings));
        }
    }

    private List<FieldError> problems(ProviderRequest request) {
        List<FieldError> errors = new ArrayList<>();
        String issuer = Discovery.problem(request.issuer().strip());
        if (issuer != null) {
            errors.add(FieldError.of("issuer", issuer));
        }
        Set<String> groups = new HashSet<>();
        for (int i = 0; i < request.rows().size(); i++) {
            ProviderRequest.RowRequest row = request.rows().get(i);
            if (!groups.add(row.group().strip())) {
                errors.add(FieldError.of("rows[" + i + "].group", "A row above is of this group, and counts first."));
            }
            if (!row.roles().stream().allMatch(RoleMapping::mayGive)) {
                errors.add(FieldError.of(
                        "rows[" + i + "].roles",
                        "Administrators are made here, by two, so that they come in when the provider is away."));
            }
            if (!places.exist(row.power().scope())) {
                errors.add(FieldError.of(
                        "rows[" + i + "].scope", "One of these sites or groups is no longer there. Choose anew."));
            }
            if (row.power().scope().reading().holdsNothing()) {
                errors.add(
                        FieldError.of("rows[" + i + "].scope", "Choose at least one site or group, or all devices."));
            }
        }
        return errors;
    }

    private static String words(ProviderSettings settings) {
        return "%s at %s; log-in names from %s; %s; %d groups are something here."
                .formatted(
                        settings.name(),
                        settings.issuer(),
                        settings.loginClaim(),
                        settings.makesPeople()
                                ? "people are made at their first log-in"
                                : "only invited people come in",
                        settings.mapping().rows().size());
    }

    /** What is wanted is agreed to or refused by another administrator; who wants it may take it back. */
    void answer(String slug, boolean agree, String by) {
        IdentityProvider provider = existing(slug);
        ProviderSettings wanted = provider.wanted();
        String wantedBy = provider.wantedBy();
        if (wanted == null || wantedBy == null) {
            throw ProblemException.refused("Nothing is wanted that somebody would have to agree to.");
        }
        if (!agree) {
            audit.write(by, SUBJECT, "identity provider refused", words(wanted));
            provider.forgetWanted();
            if (provider.settings() == null) {
                providers.delete(provider);
            }
            return;
        }
        consent.mayAgree(by, wantedBy);
        provider.agree();
        audit.write(by, SUBJECT, "identity provider agreed to", "Wanted by " + wantedBy + ": " + words(wanted));
    }

    /** Nobody comes in by it while it is off; who is in stays. */
    void switchOff(String slug, boolean off, String by) {
        IdentityProvider provider = existing(slug);
        if (provider.isSwitchedOff() != off) {
            provider.switchOff(off);
            audit.write(
                    by,
                    SUBJECT,
                    off ? "identity provider off" : "identity provider on",
                    provider.known().name() + (off ? ": nobody logs in by it." : ": people log in by it again."));
        }
    }

    /** Forgets it, and who everybody was there. */
    void remove(String slug, String by) {
        IdentityProvider provider = existing(slug);
        List<PersonIdentity> gone = identities.findByProviderId(provider.id());
        List<Person> theirs =
                gone.stream().map(PersonIdentity::person).distinct().toList();
        identities.deleteAll(gone);
        identities.flush();
        theirs.forEach(person -> person.signOn(identities.existsByPersonId(person.id())));
        audit.write(
                by,
                SUBJECT,
                "identity provider removed",
                "%s; %d people came in by it.".formatted(provider.known().name(), theirs.size()));
        providers.delete(provider);
    }

    IdentityProvider existing(String slug) {
        return providers
                .findBySlug(slug)
                .orElseThrow(() -> ProblemException.notFound("An identity provider with the short name " + slug));
    }
}
