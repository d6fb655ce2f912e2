package io.safestep.app.people.signon;

import io.safestep.app.people.own.Presence;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.signon.SignOnController.SignOnView;
import io.safestep.app.problem.ProblemException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A person's own identities at providers. */
@RestController
@RequestMapping("/api/own/identities")
class OwnIdentityController {

    private final SignOns signOns;
    private final ProviderClients clients;
    private final Presence presence;
    private final Clock clock;

    OwnIdentityController(SignOns signOns, ProviderClients clients, Presence presence, Clock clock) {
        this.signOns = signOns;
        this.clients = clients;
        this.presence = presence;
        this.clock = clock;
    }

    /**
     * @param said what came of adding one; null when nothing is to be said
     * @param providers by which somebody can come in
     */
    record IdentitiesView(
            List<SignOns.IdentityView> identities,
            List<SignOns.Offer> providers,
            @Nullable String said) {}

    record JoiningRequest(
            @NotBlank @Size(max = 30) String provider,
            @NotNull @Size(max = 1000) String password) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    IdentitiesView all(@AuthenticationPrincipal SignedIn me, HttpServletRequest http) {
        return new IdentitiesView(
                signOns.of(me.login()), signOns.offered(), Errand.said(http.getSession(false), clock));
    }

    /** Whoever sits down at an open session has to know the password to add a way in that stays. */
    @PostMapping
    @PreAuthorize("hasAuthority('READ')")
    SignOnView join(
            @Valid @RequestBody JoiningRequest request, @AuthenticationPrincipal SignedIn me, HttpServletRequest http) {
        presence.confirm(me.login(), request.password(), http);
        String name = signOns.settings(request.provider()).name();
        if (!clients.answers(request.provider())) {
            throw ProblemException.refused(SignOnWords.away(name));
        }
        Errand.begin(http.getSession(), "/own", me.login(), clock);
        return new SignOnView(SignOnPaths.begin(request.provider()));
    }

    @DeleteMapping("/{id}")
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void drop(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        signOns.drop(me.login(), id);
    }
}
