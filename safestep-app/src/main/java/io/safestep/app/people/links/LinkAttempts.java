package io.safestep.app.people.links;

import io.safestep.app.people.login.LoginAttempts;
import io.safestep.app.problem.ProblemException;
import jakarta.servlet.http.HttpServletRequest;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** Links are tried as seldom as passwords: one that is not known counts as a failure of the address. */
@Component
public class LinkAttempts {

    private final LoginAttempts attempts;

    LinkAttempts(LoginAttempts attempts) {
        this.attempts = attempts;
    }

    /** @param trying throws when the link is none */
    public <T> T tried(HttpServletRequest http, Supplier<T> trying) {
        LoginAttempts.Attempt attempt =
                new LoginAttempts.Attempt("link from " + http.getRemoteAddr(), http.getRemoteAddr());
        if (!attempts.begin(attempt)) {
            throw ProblemException.tooManyAttempts(
                    "Too many links were tried. Wait " + LoginAttempts.SPAN.toMinutes() + " minutes and try again.");
        }
        T got = trying.get();
        attempts.succeeded(attempt);
        return got;
    }
}
