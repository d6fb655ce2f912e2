package io.safestep.app.web;

import io.safestep.app.problem.ProblemResponse;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses bodies that are larger than any request needs, before anything of them is read. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestSizeLimit extends OncePerRequestFilter {

    static final long LARGEST = 8 * 1024 * 1024;

    /** Archives of backups hold the configurations of a whole network. */
    static final long LARGEST_ARCHIVE = 200 * 1024 * 1024;

    private static final String ARCHIVES = "/api/backups/archive/";

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long largest = request.getRequestURI().startsWith(ARCHIVES) ? LARGEST_ARCHIVE : LARGEST;
        if (request.getContentLengthLong() > largest) {
            ProblemResponse.write(
                    response,
                    413,
                    "too-large",
                    "The request is larger than " + largest / (1024 * 1024) + " MB. Split it.");
        } else if (request.getHeader("Transfer-Encoding") != null) {
            ProblemResponse.write(
                    response, 411, "length-required", "Say how long the request is, with a Content-Length header.");
        } else {
            chain.doFilter(request, response);
        }
    }
}
