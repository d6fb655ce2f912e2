package io.safestep.app.people.tokens;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonToken;
import io.safestep.app.people.stored.PersonTokenRepository;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.digest.Sha256;
import io.safestep.core.people.Right;
import io.safestep.core.people.Scope;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tokens with which programs come in. The front door of this package. */
@Service
@Transactional
public class Tokens {

    /** Before each secret, so that a search through files finds those that were left lying about. */
    public static final String PREFIX = "safestep_";

    public static final int LONGEST_DAYS = 366;

    private static final int BYTES = 32;
    private static final int SHOWN = 3;
    private static final int MOST_OPEN = 50;
    private static final Duration NOTED_EVERY = Duration.ofMinutes(1);

    private final PersonTokenRepository repository;
    private final AuditLog audit;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    Tokens(PersonTokenRepository repository, AuditLog audit, Clock clock) {
        this.repository = repository;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * What is wanted of a token.
     *
     * @param scope null for that of the person
     * @param days after which it ends
     */
    public record Wanted(
            String name, Set<Right> rights, @Nullable Scope scope, int days) {}

    /**
     * @param secret shown once, and nowhere kept
     * @param endsAt UTC
     */
    public record Made(long id, String secret, Instant endsAt) {}

    /** Rights that a program can have of somebody's. */
    public static Set<Right> giveable(Person person) {
        Set<Right> rights = EnumSet.copyOf(person.rights());
        rights.removeIf(right -> !right.isForPrograms());
        return rights;
    }

    /** @param by log-in of who makes it */
    public Made make(Person person, Wanted wanted, String by) {
        List<FieldError> errors = new ArrayList<>();
        String name = wanted.name().strip();
        if (name.isEmpty()) {
            errors.add(FieldError.of("name", "Say what it is for: the record names it."));
        } else if (repository.existsByPersonIdAndNameAndEndedAtIsNull(person.id(), name)) {
            errors.add(FieldError.of("name", "There is a token of this name already. End it, or choose another name."));
        }
        if (wanted.rights().isEmpty() || !giveable(person).containsAll(wanted.rights())) {
            errors.add(FieldError.of(
                    "rights",
                    wanted.rights().isEmpty()
                            ? "Choose what it may do."
                            : "A token does no more than its owner, and never decides about changes or people."));
        }
        if (wanted.scope() != null && !wanted.scope().isWithin(person.scope())) {
            errors.add(FieldError.of("scope", "A token reaches no more devices than its owner."));
        }
        if (wanted.scope() != null && wanted.scope().reading().holdsNothing()) {
            errors.add(FieldError.of("scope", "Choose at least one site or group, or all devices."));
        }
        if (openOf(person).size() >= MOST_OPEN) {
            errors.add(
                    FieldError.of("name", "There are " + MOST_OPEN + " tokens already. End those that nobody uses."));
        }
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        byte[] octets = new byte[BYTES];
        random.nextBytes(octets);
        String secret = PREFIX + Base64.getUrlEncoder().withoutPadding().encodeToString(octets);
        Instant now = clock.instant();
        PersonToken token = new PersonToken(
                person,
                name,
                secret.substring(0, PREFIX.length() + SHOWN),
                Sha256.hex(secret),
                wanted.rights(),
                wanted.scope(),
                now.plus(Duration.ofDays(wanted.days())));
        token.madeBy(by, now);
        PersonToken saved = repository.saveAndFlush(token);
        audit.write(
                by,
                person.login(),
                "token made",
                name + ", for " + wanted.rights().size() + (wanted.rights().size() == 1 ? " right" : " rights")
                        + ", for " + wanted.days() + (wanted.days() == 1 ? " day." : " days."));
        return new Made(saved.id(), secret, token.endsAt());
    }

    private List<PersonToken> openOf(Person person) {
        Instant now = clock.instant();
        return of(person).stream().filter(t -> t.isOpen(now)).toList();
    }

    /** Newest first, those that have ended too. */
    @Transactional(readOnly = true)
    public List<PersonToken> of(Person person) {
        return repository.findByPersonIdOrderByIdDesc(person.id());
    }

    /** @throws ProblemException when the person has no such token */
    @Transactional(readOnly = true)
    public PersonToken one(Person person, long id) {
        return repository
                .findById(id)
                .filter(t -> t.person().id().equals(person.id()))
                .orElseThrow(() -> ProblemException.notFound("This token"));
    }

    /** Ends it at once. */
    public void end(Person person, long id, String by) {
        PersonToken token = one(person, id);
        if (token.endedAt() == null) {
            token.end(by, clock.instant());
            audit.write(by, person.login(), "token ended", token.name() + ".");
        }
    }

    public void endAll(Person person, String by) {
        openOf(person).forEach(t -> end(person, t.id(), by));
    }

    /**
     * Looks a token up as it comes with a request, and notes that it was used.
     *
     * @param from the address from which it comes
     * @return empty when it is not known, has ended, or its owner may not come in any more
     */
    public Optional<PersonToken> use(String secret, String from) {
        Instant now = clock.instant();
        Optional<PersonToken> found = repository
                .findByTokenHash(Sha256.hex(secret))
                .filter(t -> t.isOpen(now) && t.person().isPresent());
        found.filter(t -> t.usedAt() == null || t.usedAt().plus(NOTED_EVERY).isBefore(now))
                .ifPresent(t -> t.used(now, from));
        return found;
    }
}
