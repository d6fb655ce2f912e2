package io.safestep.app.people;

import io.safestep.app.people.accounts.KnownPlaces;
import io.safestep.app.people.factor.SecondFactors;
import io.safestep.app.people.login.LoginAttempts;
import io.safestep.app.people.signed.SessionBeginning;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.signon.SignOns;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.people.PasswordRules;
import io.safestep.core.people.Role;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
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

    private static final String HALF_IN = "half-in";
    private static final String HALF_IN_SINCE = "half-in-since";
    private static final Duration HALF_IN_FOR = Duration.ofMinutes(5);

    private final People people;
    private final SecondFactors factors;
    private final Clock clock;
    private final AuthenticationManager authentication;
    private final SessionBeginning sessions;
    private final LoginAttempts attempts;
    private final DemoLogins demoLogins;
    private final NetworkSettings settings;
    private final Network network;
    private final SignOns signOns;
    private final KnownPlaces places;

    SessionController(
            People people,
            SecondFactors factors,
            Clock clock,
            AuthenticationManager authentication,
            SessionBeginning sessions,
            LoginAttempts attempts,
            DemoLogins demoLogins,
            NetworkSettings settings,
            Network network,
            SignOns signOns,
            KnownPlaces places) {
        this.people = people;
        this.factors = factors;
        this.clock = clock;
        this.authentication = authentication;
        this.sessions = sessions;
        this.attempts = attempts;
        this.demoLogins = demoLogins;
        this.settings = settings;
        this.network = network;
        this.signOns = signOns;
        this.places = places;
    }

    /**
     * Who is logged in, and in demo mode who could be.
     *
     * @param network its name; null while nobody has said, and for strangers
     * @param practice whether a practice network is connected
     * @param providers by which somebody can log in
     * @param said why somebody who came by one of them is not in; null when nothing is to be said
     * @param needsCode whether the password was right and the code of a telephone is asked for
     */
    record SessionView(
            @Nullable PersonView person,
            @Nullable String network,
            String zone,
            boolean practice,
            boolean needsCode,
            List<SignOns.Offer> providers,
            @Nullable String said,
            List<DemoLogins.Entry> demoLogins) {}

    record CodeRequest(
            @NotBlank(message = "Enter the code.") @Size(max = 40)
            String code) {}

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
    SessionView show(@AuthenticationPrincipal @Nullable SignedIn signedIn, HttpServletRequest http) {
        PersonView view = signedIn == null ? null : view(people.withLogin(signedIn.login()));
        return view(view, false, view == null ? signOns.said(http) : null);
    }

    private SessionView view(@Nullable PersonView person, boolean needsCode, @Nullable String said) {
        return new SessionView(
                person,
                person == null ? null : network.name().orElse(null),
                network.zone().getId(),
                !settings.practiceApi().isBlank(),
                needsCode,
                signOns.offered(),
                said,
                demoLogins.entries());
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
            sessions.refused(people.known(request.login()).map(Person::login).orElse(null), http);
            throw ProblemException.notSignedIn("Log-in name or password is wrong.");
        }
        SignedIn signedIn = (SignedIn) Objects.requireNonNull(known.getPrincipal());
        if (people.withLogin(signedIn.login()).hasSecondFactor()) {
            // Not counted as done: who knows the password must not try codes in numbers either.
            HttpSession session = http.getSession();
            session.setAttribute(HALF_IN, signedIn.login());
            session.setAttribute(HALF_IN_SINCE, clock.instant());
            return view(null, true, null);
        }
        attempts.succeeded(attempt);
        sessions.begin(known, signedIn, http, response);
        return show(signedIn, http);
    }

    /** The second step of a log-in: the code of a telephone, or a recovery code. */
    @PostMapping("/code")
    SessionView second(@Valid @RequestBody CodeRequest request, HttpServletRequest http, HttpServletResponse response) {
        HttpSession half = http.getSession(false);
        if (half == null
                || !(half.getAttribute(HALF_IN) instanceof String login)
                || !(half.getAttribute(HALF_IN_SINCE) instanceof Instant since)
                || since.plus(HALF_IN_FOR).isBefore(clock.instant())) {
            throw ProblemException.notSignedIn("Enter your password first; it was too long ago.");
        }
        LoginAttempts.Attempt attempt = new LoginAttempts.Attempt(login, http.getRemoteAddr());
        if (!attempts.begin(attempt)) {
            half.invalidate();
            throw ProblemException.tooManyAttempts(
                    "Too many failed log-ins. Wait " + LoginAttempts.SPAN.toMinutes() + " minutes and try again.");
        }
        Person person = people.withLogin(login);
        SecondFactors.Tried tried = factors.tryCode(person, request.code());
        if (tried.answer() == SecondFactors.Answer.WRONG) {
            throw ProblemException.invalid("code", tried.sentence());
        }
        if (!person.comesIn()) {
            half.invalidate();
            throw ProblemException.notSignedIn("Log-in name or password is wrong.");
        }
        attempts.succeeded(attempt);
        SignedIn signedIn = new SignedIn(person);
        sessions.begin(
                UsernamePasswordAuthenticationToken.authenticated(signedIn, null, signedIn.getAuthorities()),
                signedIn,
                http,
                response);
        return show(signedIn, http);
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
