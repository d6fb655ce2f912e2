package io.safestep.app.people.own;

import io.safestep.app.people.login.LoginAttempts;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.ProblemException;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.stereotype.Component;

/**
 * Whether it is still they who sit there: asked before a way in is added or the second factor taken away, since whoever sits
 * down at an open session could come back by that.
 */
@Component
public class Presence {

    /** For how long after a log-in nothing is asked of those who have no password. */
    static final Duration FRESH = Duration.ofMinutes(10);

    private final PersonRepository people;
    private final Passwords passwords;
    private final LoginAttempts attempts;
    private final Clock clock;

    Presence(PersonRepository people, Passwords passwords, LoginAttempts attempts, Clock clock) {
        this.people = people;
        this.passwords = passwords;
        this.attempts = attempts;
        this.clock = clock;
    }

    /** @throws ProblemException with the field {@code password} when it is not theirs; for those without one, when their log-in is too old */
    public void confirm(String login, String password, HttpServletRequest http) {
        if (people.named(login).passwordHash() == null) {
            Instant begun = Instant.ofEpochMilli(http.getSession().getCreationTime());
            if (begun.plus(FRESH).isBefore(clock.instant())) {
                throw ProblemException.refused("You logged in too long ago for this. Log out, log in and do it then.");
            }
            return;
        }
        LoginAttempts.Attempt attempt = new LoginAttempts.Attempt(login, http.getRemoteAddr());
        if (!attempts.begin(attempt)) {
            throw ProblemException.tooManyAttempts(
                    "Too many wrong passwords. Wait " + LoginAttempts.SPAN.toMinutes() + " minutes and try again.");
        }
        if (!passwords.isOf(login, password)) {
            throw ProblemException.invalid("password", "This is not your password.");
        }
        attempts.succeeded(attempt);
    }
}
