package io.safestep.app.web;

import io.safestep.app.problem.DatabaseProblem;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.problem.ProblemResponse;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Says it in words when the database is lost before a request has come to a controller: sessions are kept there too. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class LostDatabase extends OncePerRequestFilter {

    private static final Logger LOG = LoggerFactory.getLogger(LostDatabase.class);

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (RuntimeException e) {
            Optional<ProblemException> problem = DatabaseProblem.of(e);
            if (problem.isEmpty() || response.isCommitted()) {
                throw e;
            }
            LOG.error("The database is lost: {}", e.getMessage());
            ProblemResponse.write(response, problem.get());
        }
    }
}
