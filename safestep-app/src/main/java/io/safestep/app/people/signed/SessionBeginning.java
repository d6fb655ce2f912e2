package io.safestep.app.people.signed;

import io.safestep.app.audit.AuditLog;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Begins a session for somebody who has shown who they are. */
@Component
public class SessionBeginning {

    private final SecurityContextRepository contexts;
    private final AuditLog audit;
    private final TransactionTemplate transaction;

    SessionBeginning(SecurityContextRepository contexts, AuditLog audit, TransactionTemplate transaction) {
        this.contexts = contexts;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * The session of somebody who is about to log in. Of those who never come in nothing stays for long.
     *
     * @param lasts for how long it stays without them, when it is new
     */
    public static HttpSession before(HttpServletRequest http, Duration lasts) {
        HttpSession session = http.getSession();
        if (session.isNew()) {
            session.setMaxInactiveInterval((int) lasts.toSeconds());
        }
        return session;
    }

    public void begin(Authentication known, SignedIn who, HttpServletRequest http, HttpServletResponse response) {
        HttpSession old = http.getSession(false);
        if (old != null) {
            old.invalidate(); // a session that was there before the log-in is not carried over
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(known);
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, http, response);
        transaction.executeWithoutResult(
                t -> audit.write(who.login(), "session", "logged in", "from " + http.getRemoteAddr()));
    }

    /**
     * Somebody did not show who they are. What was typed for a name that nobody has is not written down: it may be a password.
     *
     * @param meant log-in of the person who was meant; null for nobody
     */
    public void refused(@Nullable String meant, HttpServletRequest http) {
        transaction.executeWithoutResult(t -> audit.write(
                AuditLog.SAFE_STEP,
                meant == null ? "session" : meant,
                "log-in refused",
                (meant == null ? "A name that nobody has, from " : "Not their password, from ") + http.getRemoteAddr()
                        + "."));
    }
}
