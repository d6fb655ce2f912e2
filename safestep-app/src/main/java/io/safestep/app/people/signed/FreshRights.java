package io.safestep.app.people.signed;

import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * What somebody may do is what they may do now, not what they might when they logged in: it is read for each request. Who is
 * retired is a stranger from the next request on.
 */
public final class FreshRights extends OncePerRequestFilter {

    private final PersonRepository people;

    public FreshRights(PersonRepository people) {
        this.people = people;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Authentication known = SecurityContextHolder.getContext().getAuthentication();
        if (known != null && known.getPrincipal() instanceof SignedIn remembered) {
            SecurityContext now = SecurityContextHolder.createEmptyContext();
            people.findByLogin(remembered.login()).filter(Person::isPresent).ifPresent(person -> {
                SignedIn fresh = new SignedIn(person);
                now.setAuthentication(
                        UsernamePasswordAuthenticationToken.authenticated(fresh, null, fresh.getAuthorities()));
            });
            SecurityContextHolder.setContext(now);
        }
        chain.doFilter(request, response);
    }

    /** By the path as endpoints are found: as it was written, a letter may stand as a number. */
    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return BearerTokens.carriesToken(request) || !request.getServletPath().startsWith("/api/");
    }
}
