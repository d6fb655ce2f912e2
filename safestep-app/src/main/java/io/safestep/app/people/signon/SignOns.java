package io.safestep.app.people.signon;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.accounts.KnownPlaces;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.stored.IdentityProvider;
import io.safestep.app.people.stored.IdentityProviderRepository;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonIdentity;
import io.safestep.app.people.stored.PersonIdentityRepository;
import io.safestep.app.people.stored.PersonLink;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.people.stored.ProviderSettings;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.PeopleGate.WayIn;
import io.safestep.core.people.Role;
import io.safestep.core.people.SignOn;
import io.safestep.core.people.SignOn.Outcome;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;

/** Who comes in by an identity provider, and as whom. The front door of this package. */
@Service
@Transactional
public class SignOns {

    private static final int MOST_GROUPS_TOLD = 20;

    private final IdentityProviderRepository providers;
    private final PersonIdentityRepository identities;
    private final PersonRepository people;
    private final PersonLinks links;
    private final KnownPlaces places;
    private final AuditLog audit;
    private final Clock clock;

    SignOns(
            IdentityProviderRepository providers,
            PersonIdentityRepository identities,
            PersonRepository people,
            PersonLinks links,
            KnownPlaces places,
            AuditLog audit,
            Clock clock) {
        this.providers = providers;
        this.identities = identities;
        this.people = people;
        this.links = links;
        this.places = places;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * A provider by which somebody can log in.
     *
     * @param slug by which it is chosen
     */
    public record Offer(String slug, String name) {}

    @Transactional(readOnly = true)
    public List<Offer> offered() {
        return providers.findAllByOrderById().stream()
                .filter(IdentityProvider::isOpen)
                .map(p -> new Offer(p.slug(), p.known().name()))
                .toList();
    }

    /**
     * What came of somebody's arrival.
     *
     * @param person who comes in; null when they do not
     * @param said why not; null when they come in
     */
    record Arrived(@Nullable Person person, @Nullable String said) {}

    /** Why somebody who came by a provider in this session is not in; null when nothing is to be said. */
    public @Nullable String said(HttpServletRequest http) {
        return Errand.said(http.getSession(false), clock);
    }

    private IdentityProvider open(String slug) {
        return providers
                .findBySlug(slug)
                .filter(IdentityProvider::isOpen)
                .orElseThrow(() -> ProblemException.notFound("This identity provider"));
    }

    ProviderSettings settings(String slug) {
        return Objects.requireNonNull(open(slug).settings());
    }

    /** Somebody whom a provider sends to the page on which people log in. */
    Arrived arrive(String slug, Claims claims) {
        IdentityProvider provider = open(slug);
        ProviderSettings settings = Objects.requireNonNull(provider.settings());
        PersonIdentity identity = identities
                .findByIssuerAndSubject(claims.issuer(), claims.subject())
                .orElse(null);
        Person joined = identity == null ? null : identity.person();
        Person alike = joined == null ? alike(claims) : null;
        Optional<Power> mapped = settings.makesPeople() ? settings.mapping().of(claims.groups()) : Optional.empty();
        Outcome outcome = SignOn.of(known(joined), known(alike), claims.login(), mapped, settings.makesPeople());
        return switch (outcome) {
            case COMES_IN -> comesIn(Objects.requireNonNull(identity), mapped, settings);
            case JOINS -> joins(Objects.requireNonNull(alike), provider, claims);
            case IS_MADE -> isMade(provider, claims, mapped.orElseThrow());
            default -> {
                String login = joined != null ? joined.login() : claims.login().orElse("");
                audit.write(
                        AuditLog.SAFE_STEP,
                        "session",
                        "log-in refused",
                        "%s sent %s (groups: %s). %s"
                                .formatted(
                                        settings.name(),
                                        login.isEmpty() ? "somebody without a log-in" : login,
                                        told(claims.groups()),
                                        SignOnWords.of(outcome, settings.name(), login)));
                yield new Arrived(null, SignOnWords.of(outcome, settings.name(), login));
            }
        };
    }

    /**
     * Somebody whom a provider sends and who has a link with which they were invited: as whom they are known there is who the
     * link is for, whatever they are called.
     *
     * @param link hash of it
     */
    Arrived arriveInvited(String slug, Claims claims, String link) {
        try {
            PersonLink used = links.useHashed(link);
            Person person =
                    people.findById(Objects.requireNonNull(used.personId())).orElseThrow();
            String said = join(slug, claims, person.login());
            if (said != null) {
                TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
                return new Arrived(null, said);
            }
            identities
                    .findByIssuerAndSubject(claims.issuer(), claims.subject())
                    .ifPresent(identity -> identity.used(clock.instant()));
            return new Arrived(person, null);
        } catch (ProblemException e) {
            TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
            return new Arrived(null, e.getMessage());
        }
    }

    /**
     * For whom a link is, and that they may come in by a provider with it.
     *
     * @throws ProblemException when they may not
     */
    @Transactional(readOnly = true)
    void mayComeInvited(String slug, String token) {
        Long id = links.look(token).personId();
        Person person = id == null ? null : people.findById(id).orElse(null);
        if (person == null || person.roles().contains(Role.ADMINISTRATOR)) {
            throw ProblemException.refused(
                    SignOnWords.of(Outcome.OWN_WAY_FIRST, settings(slug).name(), ""));
        }
    }

    private static String told(List<String> groups) {
        String first = groups.stream().limit(MOST_GROUPS_TOLD).collect(Collectors.joining(", "));
        return groups.isEmpty() ? "none" : groups.size() > MOST_GROUPS_TOLD ? first + " …" : first;
    }

    private @Nullable Person alike(Claims claims) {
        return claims.login()
                .flatMap(people::findByLogin)
                .or(() -> claims.email().flatMap(people::findFirstByEmailIgnoreCaseAndRetiredAtIsNullOrderById))
                .orElse(null);
    }

    private static SignOn.@Nullable Known known(@Nullable Person person) {
        return person == null
                ? null
                : new SignOn.Known(
                        person.isService(),
                        person.roles().contains(Role.ADMINISTRATOR),
                        person.isPresent(),
                        person.wayIn(),
                        person.followsGroups());
    }

    private Arrived comesIn(PersonIdentity identity, Optional<Power> mapped, ProviderSettings settings) {
        identity.used(clock.instant());
        Person person = identity.person();
        if (person.followsGroups() && mapped.isPresent() && !mapped.get().equals(person.power())) {
            String before = places.words(person.power());
            person.follow(mapped.get());
            audit.write(
                    AuditLog.SAFE_STEP,
                    person.login(),
                    "roles changed",
                    "From " + before + " to " + places.words(person.power()) + ", as their groups at " + settings.name()
                            + " say.");
        }
        return new Arrived(people.saveAndFlush(person), null);
    }

    private Arrived joins(Person invited, IdentityProvider provider, Claims claims) {
        add(invited, provider, claims).used(clock.instant());
        links.end(invited.id());
        return new Arrived(invited, null);
    }

    private Arrived isMade(IdentityProvider provider, Claims claims, Power power) {
        Person person = new Person(claims.login().orElseThrow(), claims.name(), List.of());
        claims.email().ifPresent(person::mailTo);
        person.follow(power);
        Person made = people.saveAndFlush(person);
        audit.write(
                AuditLog.SAFE_STEP,
                made.login(),
                "person added",
                made.name() + " logged in by " + provider.known().name() + " for the first time: " + places.words(power)
                        + ".");
        add(made, provider, claims).used(clock.instant());
        return new Arrived(made, null);
    }

    private PersonIdentity add(Person person, IdentityProvider provider, Claims claims) {
        PersonIdentity added = identities.saveAndFlush(
                new PersonIdentity(person, provider, claims.issuer(), claims.subject(), clock.instant()));
        person.signOn(true);
        audit.write(
                person.login(),
                person.login(),
                "way in added",
                "They come in by " + provider.known().name() + " from now on.");
        return added;
    }

    /**
     * Somebody who is logged in adds a provider as a way in of theirs.
     *
     * @return why not; null when it is added
     */
    @Nullable
    String join(String slug, Claims claims, String login) {
        IdentityProvider provider = open(slug);
        Person person = people.named(login);
        Optional<PersonIdentity> there = identities.findByIssuerAndSubject(claims.issuer(), claims.subject());
        if (there.isPresent()) {
            boolean own = there.get().person().id().equals(person.id());
            return own
                    ? null
                    : "At " + provider.known().name() + " you are somebody who comes in here as another person.";
        }
        if (!person.isPresent() || person.isService()) {
            return SignOnWords.of(Outcome.RETIRED, provider.known().name(), login);
        }
        add(person, provider, claims);
        return null;
    }

    /**
     * As whom somebody is known at a provider.
     *
     * @param provider its name
     * @param joinedAt UTC
     * @param usedAt when it was used last, UTC; null when never
     */
    record IdentityView(
            long id,
            String provider,
            Instant joinedAt,
            @Nullable Instant usedAt) {}

    @Transactional(readOnly = true)
    List<IdentityView> of(String login) {
        return identities.findByPersonIdOrderById(people.named(login).id()).stream()
                .map(i -> new IdentityView(i.id(), i.provider().known().name(), i.joinedAt(), i.usedAt()))
                .toList();
    }

    /** Takes a way in away; the last one stays. */
    void drop(String login, long id) {
        Person person = people.named(login);
        List<PersonIdentity> all = identities.findByPersonIdOrderById(person.id());
        PersonIdentity dropped = all.stream()
                .filter(i -> i.id() == id)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("This way in"));
        if (all.size() == 1 && person.wayIn() != WayIn.OWN) {
            throw ProblemException.refused(
                    "It is your only way in. Ask an administrator for a link with which you choose a password first.");
        }
        identities.delete(dropped);
        person.signOn(all.size() > 1);
        audit.write(
                login,
                login,
                "way in taken away",
                "No longer by " + dropped.provider().known().name() + ".");
    }
}
