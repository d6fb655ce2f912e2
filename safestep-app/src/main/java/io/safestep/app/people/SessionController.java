package io.safestep.app.people;

import io.safestep.app.people.login.LoginAttempts;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.people.PasswordRules;
import io.safestep.core.people.Role;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Logging in and out. The only endpoints that a stranger may call. */
@RestController
@RequestMapping("/api/session")
class SessionController {

    private final People people;
    private final AuthenticationManager authentication;
    private final SessionBeginning sessions;
    private final LoginAttempts attempts;
    private final DemoLogins demoLogins;
    private final NetworkSettings settings;
    private final KnownPlaces places;

    SessionController(
            People people,
            AuthenticationManager authentication,
            SessionBeginning sessions,
            LoginAttempts attempts,
            DemoLogins demoLogins,
            NetworkSettings settings,
            KnownPlaces places) {
        this.people = people;
        this.authentication = authentication;
        this.sessions = sessions;
        this.attempts = attempts;
        this.demoLogins = demoLogins;
        this.settings = settings;
        this.places = places;
    }

    /**
     * Who is logged in, and in demo mode who could be.
     *
     * @param practice whether a practice network is connected
     */
    record SessionView(@Nullable PersonView person, String zone, boolean practice, List<DemoLogins.Entry> demoLogins) {}

    /**
     * @param rights names of what the person may do
     * @param scope for which devices, in words; null for all
     * @param networkWide whether they may do what holds for all devices
     */
    record PersonView(
            String login,
            String name,
            List<String> roles,
            List<String> rights,
            @Nullable String scope,
            boolean networkWide) {}

    record LoginRequest(
            @NotBlank(message = "Enter your log-in name.") @Size(max = 40)
            String login,

            @NotBlank(message = "Enter your password.") @Size(max = 200)
            String password) {}

    @GetMapping
    SessionView show(@AuthenticationPrincipal @Nullable SignedIn signedIn) {
        PersonView view = signedIn == null ? null : view(people.withLogin(signedIn.login()));
        return new SessionView(
                view, settings.zone().getId(), !settings.practiceApi().isBlank(), demoLogins.entries());
    }

    @PostMapping
    SessionView logIn(@Valid @RequestBody LoginRequest request, HttpServletRequest http, HttpServletResponse response) {
        LoginAttempts.Attempt attempt = new LoginAttempts.Attempt(request.login(), http.getRemoteAddr());
        if (!attempts.begin(attempt)) {
            throw ProblemException.tooManyAttempts(
                    "Too many failed log-ins. Wait " + LoginAttempts.SPAN.toMinutes() + " minutes and try again.");
        }
        Authentication known;
        try {
            known = authentication.authenticate(UsernamePasswordAuthenticationToken.unauthenticated(
                    request.login(), PasswordRules.normal(request.password())));
        } catch (AuthenticationException e) {
            throw ProblemException.notSignedIn("Log-in name or password is wrong.");
        }
        attempts.succeeded(attempt);
        SignedIn signedIn = (SignedIn) Objects.requireNonNull(known.getPrincipal());
        sessions.begin(known, signedIn, http, response);
        return show(signedIn);
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void logOut(HttpServletRequest http) {
        HttpSession session = http.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }

    private PersonView view(Person person) {
        return new PersonView(
                person.login(),
                person.name(),
                person.roles().stream().map(Role::title).toList(),
                person.rights().stream().map(Enum::name).toList(),
                person.scope().holdsEverything() ? null : places.words(person.scope()),
                person.scope().holdsEverything());
    }
}
