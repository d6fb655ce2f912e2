package io.safestep.app.people.signon;

import io.safestep.app.people.signed.SessionBeginning;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.stored.ProviderSettings;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Clock;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.oauth2.client.authentication.OAuth2AuthenticationToken;
import org.springframework.security.oauth2.core.oidc.user.OidcUser;
import org.springframework.security.web.authentication.AuthenticationFailureHandler;
import org.springframework.security.web.authentication.AuthenticationSuccessHandler;
import org.springframework.stereotype.Component;

/** Somebody comes back from a provider, with what it says of them or without. */
@Component
class Arrival implements AuthenticationSuccessHandler, AuthenticationFailureHandler {

    private static final Logger LOG = LoggerFactory.getLogger(Arrival.class);

    private final SignOns signOns;
    private final SessionBeginning sessions;
    private final Clock clock;

    Arrival(SignOns signOns, SessionBeginning sessions, Clock clock) {
        this.signOns = signOns;
        this.sessions = sessions;
        this.clock = clock;
    }

    @Override
    public void onAuthenticationSuccess(
            HttpServletRequest request, HttpServletResponse response, Authentication authentication)
            throws IOException {
        // What the provider says is not yet who they are here.
        SecurityContextHolder.clearContext();
        OAuth2AuthenticationToken told = (OAuth2AuthenticationToken) authentication;
        String slug = told.getAuthorizedClientRegistrationId();
        if (!(told.getPrincipal() instanceof OidcUser user)) {
            throw new IllegalStateException("The provider " + slug + " sent no ID token.");
        }
        ProviderSettings settings = signOns.settings(slug);
        Claims claims = Claims.of(
                Objects.requireNonNull(user.getIssuer()).toString(),
                Objects.requireNonNull(user.getSubject()),
                user.getClaims(),
                settings);
        HttpSession session = request.getSession();
        try {
            if (Errand.wasToJoin(session)) {
                join(slug, claims, settings, session, response);
            } else {
                arrive(slug, claims, request, response);
            }
        } catch (DataIntegrityViolationException e) {
            LOG.info("Two came by {} as the same person at once; one of them begins again.", settings.name());
            back(session, response, SignOnWords.broken(settings.name()));
        }
    }

    private void join(
            String slug, Claims claims, ProviderSettings settings, HttpSession session, HttpServletResponse response)
            throws IOException {
        Optional<String> login = Errand.joins(session, clock);
        String said = login.isEmpty() ? SignOnWords.broken(settings.name()) : signOns.join(slug, claims, login.get());
        back(session, response, said);
    }

    private void arrive(String slug, Claims claims, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        Optional<String> link = Errand.link(request.getSession());
        SignOns.Arrived arrived =
                link.isPresent() ? signOns.arriveInvited(slug, claims, link.get()) : signOns.arrive(slug, claims);
        if (arrived.person() == null) {
            back(request.getSession(), response, arrived.said());
            return;
        }
        String back = Errand.back(request.getSession());
        SignedIn who = new SignedIn(arrived.person());
        sessions.begin(
                UsernamePasswordAuthenticationToken.authenticated(who, null, who.getAuthorities()),
                who,
                request,
                response);
        response.sendRedirect(back);
    }

    @Override
    public void onAuthenticationFailure(
            HttpServletRequest request, HttpServletResponse response, AuthenticationException exception)
            throws IOException {
        String slug = request.getServletPath().split("/")[2];
        String name = signOns.offered().stream()
                .filter(offer -> offer.slug().equals(slug))
                .findFirst()
                .map(SignOns.Offer::name)
                .orElse("this provider");
        LOG.warn("A log-in by {} failed: {}", name, exception.getMessage());
        back(request.getSession(), response, SignOnWords.broken(name));
    }

    private void back(HttpSession session, HttpServletResponse response, @Nullable String said) throws IOException {
        String back = Errand.back(session);
        if (said == null) {
            Errand.end(session);
        } else {
            Errand.say(session, said, clock);
        }
        response.sendRedirect(back);
    }
}
