package io.safestep.app.people.links;

import io.safestep.app.people.stored.PersonLink;
import io.safestep.app.people.stored.PersonLinkRepository;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.digest.Sha256;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Links with which somebody comes in once. What they hold stands behind the {@code #}, which browsers do not send along, so
 * that it is in no log and no list of visited addresses of a proxy.
 */
@Component
@Transactional
public class PersonLinks {

    static final Duration FOR_INVITED = Duration.ofHours(72);
    static final Duration FOR_THE_FIRST = Duration.ofHours(1);

    private static final int BYTES = 32;

    private final PersonLinkRepository repository;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    PersonLinks(PersonLinkRepository repository, Clock clock) {
        this.repository = repository;
        this.clock = clock;
    }

    /**
     * @param path with the secret; shown once, and nowhere kept
     * @param endsAt UTC
     */
    public record Made(String path, Instant endsAt) {}

    /** A new link; older ones for the same person end with it. */
    public Made make(@Nullable Long personId, String madeBy) {
        end(personId);
        byte[] secret = new byte[BYTES];
        random.nextBytes(secret);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(secret);
        Instant endsAt = clock.instant().plus(personId == null ? FOR_THE_FIRST : FOR_INVITED);
        repository.save(new PersonLink(personId, hash(token), madeBy, endsAt));
        return new Made("/welcome#" + token, endsAt);
    }

    public void end(@Nullable Long personId) {
        if (personId == null) {
            repository.deleteByPersonIdIsNullAndUsedAtIsNull();
        } else {
            repository.deleteByPersonIdAndUsedAtIsNull(personId);
        }
        repository.flush();
    }

    /** By which a link is known without what it holds. */
    public static String hash(String token) {
        return Sha256.hex(token);
    }

    /** @throws ProblemException when it can't be used, with what to do */
    @Transactional(readOnly = true)
    public PersonLink look(String token) {
        return open(repository.findByTokenHash(hash(token)).orElse(null));
    }

    /** Nobody uses it after this. */
    public PersonLink use(String token) {
        return useHashed(hash(token));
    }

    /** As {@link #use}, for a link of which only the hash was kept. */
    public PersonLink useHashed(String hash) {
        PersonLink link = open(repository.findWithLockByTokenHash(hash).orElse(null));
        link.use(clock.instant());
        return link;
    }

    private PersonLink open(@Nullable PersonLink link) {
        if (link == null) {
            throw ProblemException.refused(
                    "This link is not known, or a newer one was made. Ask an administrator for a new one.");
        }
        if (link.isUsed()) {
            throw ProblemException.refused(
                    "This link was used already. Log in with the password that was chosen then.");
        }
        if (!link.isOpen(clock.instant())) {
            throw ProblemException.refused(
                    link.personId() == null
                            ? "This link has ended. Start Safe Step again: it prints a new one."
                            : "This link has ended. Ask an administrator for a new one.");
        }
        return link;
    }
}
