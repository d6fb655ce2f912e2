package io.safestep.app.people.signed;

import io.safestep.app.people.tokens.Tokens;
import io.safestep.app.problem.ProblemResponse;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Programs come in with {@code Authorization: Bearer} (RFC 6750, section 2.1). A request that carries a token is the program's
 * and nobody else's: a session that comes with it does not count.
 */
public final class BearerTokens extends OncePerRequestFilter {

    private static final String BEARER = "bearer ";

    private final Tokens tokens;

    public BearerTokens(Tokens tokens) {
        this.tokens = tokens;
    }

    public static boolean carriesToken(HttpServletRequest request) {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        return header != null && header.regionMatches(true, 0, BEARER, 0, BEARER.length());
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !carriesToken(request);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String secret = request.getHeader(HttpHeaders.AUTHORIZATION)
                .substring(BEARER.length())
                .strip();
        Optional<SignedIn> program = tokens.use(secret, request.getRemoteAddr()).map(SignedIn::new);
        if (program.isEmpty()) {
            SecurityContextHolder.clearContext();
            ProblemResponse.write(
                    response,
                    401,
                    "not-signed-in",
                    "This token is not known, or has ended. Its owner makes a new one on their own page.");
            return;
        }
        String path = request.getServletPath(); // decoded, as endpoints are found by it
        if (path.startsWith("/api/own/") || path.startsWith("/api/session") || path.startsWith("/api/welcome")) {
            ProblemResponse.write(
                    response, 403, "forbidden", "This is for people who have logged in, and not for programs.");
            return;
        }
        SecurityContext now = SecurityContextHolder.createEmptyContext();
        now.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                program.get(), null, program.get().getAuthorities()));
        SecurityContextHolder.setContext(now);
        chain.doFilter(request, response);
    }
}
