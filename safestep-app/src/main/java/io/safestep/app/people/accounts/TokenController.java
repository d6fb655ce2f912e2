package io.safestep.app.people.accounts;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.people.stored.PersonToken;
import io.safestep.app.people.tokens.Tokens;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.core.people.Right;
import io.safestep.core.people.Scope;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Tokens over HTTP: one's own, and those of others and of services for administrators. */
@RestController
class TokenController {

    private final PersonRepository people;
    private final Tokens tokens;
    private final KnownPlaces places;
    private final AuditLog audit;
    private final Clock clock;

    TokenController(PersonRepository people, Tokens tokens, KnownPlaces places, AuditLog audit, Clock clock) {
        this.people = people;
        this.tokens = tokens;
        this.places = places;
        this.audit = audit;
        this.clock = clock;
    }

    /** @param scope null for that of the owner */
    record TokenRequest(
            @NotNull @Size(max = 60, message = "At most 60 characters.")
            String name,

            @NotNull @Size(max = 40) Set<Right> rights,
            @Valid @Nullable ScopeRequest scope,

            @Min(value = 1, message = "At least one day.")
            @Max(value = Tokens.LONGEST_DAYS, message = "At most 366 days.")
            int days) {

        private Tokens.Wanted wanted() {
            return new Tokens.Wanted(name, rights, scope == null ? null : scope.scope(), days);
        }
    }

    /**
     * @param secret shown this once
     * @param endsAt UTC
     */
    record MadeView(long id, String secret, Instant endsAt) {}

    /** @param giveable rights that a token of this owner can have */
    record TokensView(List<TokenView> tokens, List<Right> giveable) {}

    @GetMapping("/api/own/tokens")
    @PreAuthorize("hasAuthority('READ')")
    @Transactional(readOnly = true)
    public TokensView own(@AuthenticationPrincipal SignedIn me) {
        return of(people.named(me.login()));
    }

    private TokensView of(Person person) {
        Function<Scope, String> wording = places.wording();
        Instant now = clock.instant();
        return new TokensView(
                tokens.of(person).stream()
                        .map(t -> TokenView.of(t, wording, now))
                        .toList(),
                new TreeSet<>(Tokens.giveable(person)).stream().toList());
    }

    @PostMapping("/api/own/tokens")
    @PreAuthorize("hasAuthority('READ')")
    @Transactional
    public MadeView make(@Valid @RequestBody TokenRequest request, @AuthenticationPrincipal SignedIn me) {
        return made(tokens.make(people.named(me.login()), request.wanted(), me.login()));
    }

    private static MadeView made(Tokens.Made made) {
        return new MadeView(made.id(), made.secret(), made.endsAt());
    }

    @DeleteMapping("/api/own/tokens/{id}")
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void end(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        tokens.end(people.named(me.login()), id, me.login());
    }

    /** What was done with it, newest first. */
    @GetMapping("/api/own/tokens/{id}/record")
    @PreAuthorize("hasAuthority('READ')")
    @Transactional(readOnly = true)
    public List<AuditLog.TokenEntry> record(@PathVariable long id, Sight sight) {
        return told(tokens.one(people.named(sight.login()), id), sight);
    }

    @GetMapping("/api/accounts/{login}/tokens")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @Transactional(readOnly = true)
    public TokensView ofOthers(@PathVariable String login) {
        return of(people.named(login));
    }

    /** For a service; people make their own. */
    @PostMapping("/api/accounts/{login}/tokens")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @Transactional
    public MadeView makeForService(
            @PathVariable String login,
            @Valid @RequestBody TokenRequest request,
            @AuthenticationPrincipal SignedIn me) {
        Person person = people.named(login);
        if (!person.isService() || !person.isPresent()) {
            throw ProblemException.refused("People make their own tokens; only those of services are made by others.");
        }
        if (!person.scope().isWithin(me.scope())) {
            throw ProblemException.forbidden("This service reaches devices outside your scope.");
        }
        return made(tokens.make(person, request.wanted(), me.login()));
    }

    @DeleteMapping("/api/accounts/{login}/tokens/{id}")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void endOfOthers(@PathVariable String login, @PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        tokens.end(people.named(login), id, me.login());
    }

    /** What was done with it, newest first. */
    @GetMapping("/api/accounts/{login}/tokens/{id}/record")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @Transactional(readOnly = true)
    public List<AuditLog.TokenEntry> recordOfOthers(@PathVariable String login, @PathVariable long id, Sight sight) {
        return told(tokens.one(people.named(login), id), sight);
    }

    private List<AuditLog.TokenEntry> told(PersonToken token, Sight sight) {
        return audit.with(token.id()).stream()
                .filter(e -> !sight.hides(e.subject()))
                .map(e -> new AuditLog.TokenEntry(e.at(), e.subject(), e.action(), sight.told(e.detail())))
                .toList();
    }
}
