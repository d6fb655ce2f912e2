package io.safestep.app.people.signon;

import io.safestep.app.people.links.LinkAttempts;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.signed.SessionBeginning;
import io.safestep.app.problem.ProblemException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.Clock;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Where a log-in by a provider begins. A stranger may call this. */
@RestController
class SignOnController {

    private final SignOns signOns;
    private final ProviderClients clients;
    private final LinkAttempts attempts;
    private final Clock clock;

    SignOnController(SignOns signOns, ProviderClients clients, LinkAttempts attempts, Clock clock) {
        this.attempts = attempts;
        this.signOns = signOns;
        this.clients = clients;
        this.clock = clock;
    }

    /**
     * @param back path of the page on which they were
     * @param token of a link with which they were invited; null for none
     */
    record SignOnRequest(
            @NotBlank @Size(max = 30) String provider,
            @NotNull @Size(max = 300) String back,
            @Size(max = 100) @Nullable String token) {}

    /** @param path at which the browser goes on */
    record SignOnView(String path) {}

    @PostMapping("/api/session/sign-on")
    SignOnView begin(@Valid @RequestBody SignOnRequest request, HttpServletRequest http) {
        String name = signOns.settings(request.provider()).name();
        String token = request.token();
        if (token != null) {
            attempts.tried(http, () -> {
                signOns.mayComeInvited(request.provider(), token);
                return token;
            });
        }
        if (!clients.answers(request.provider())) {
            throw ProblemException.refused(SignOnWords.away(name));
        }
        HttpSession session = SessionBeginning.before(http, Errand.LASTS);
        if (token == null) {
            Errand.begin(session, request.back(), null, clock);
        } else {
            Errand.beginInvited(session, PersonLinks.hash(token), clock);
        }
        return new SignOnView(SignOnPaths.begin(request.provider()));
    }

    /** Reached when the provider does not answer, or is none: those that answer are asked before. */
    @GetMapping("/sign-on/{provider}")
    void away(@PathVariable String provider, HttpServletRequest http, HttpServletResponse response) throws IOException {
        String name = signOns.offered().stream()
                .filter(offer -> offer.slug().equals(provider))
                .findFirst()
                .map(SignOns.Offer::name)
                .orElse("This provider");
        Errand.say(http.getSession(), SignOnWords.away(name), clock);
        response.sendRedirect(Errand.back(http.getSession()));
    }
}
