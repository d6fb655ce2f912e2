package io.safestep.app.setup;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.mail.Mail;
import io.safestep.app.mail.MailServer;
import io.safestep.app.people.accounts.Consent;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.mail.MailRoute;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Which mail server people have said. Whoever has the server in their hands reads the links with which people come in, so
 * that two administrators say it.
 */
@Service
@Transactional
class MailServers {

    private static final String SUBJECT = "mail";

    private final Mail mail;
    private final Consent consent;
    private final AuditLog audit;

    MailServers(Mail mail, Consent consent, AuditLog audit) {
        this.mail = mail;
        this.consent = consent;
        this.audit = audit;
    }

    /** What people have said; blank when nobody has. */
    @Transactional(readOnly = true)
    MailServer said() {
        return mail.said().orElseGet(MailServer::new);
    }

    /** @return what waits for another administrator; null when it holds already */
    @Nullable
    String say(MailRequest request, String by) {
        MailServer server = said();
        MailRoute route = request.route();
        String password = password(request, server);
        List<FieldError> errors = route.problems(password != null).entrySet().stream()
                .map(problem -> FieldError.of(problem.getKey(), problem.getValue()))
                .toList();
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        if (request.version() != server.version()) {
            throw ProblemException.moved(
                    "Somebody else has changed the mail server meanwhile. Look at it again; nothing was changed now.");
        }
        String waits = consent.waits(by, "The mail server");
        server.want(route, route.user().isEmpty() ? null : password, by);
        if (waits == null) {
            server.agree();
        }
        mail.say(server);
        audit.write(
                by,
                SUBJECT,
                waits == null ? "mail server" : "mail server wanted",
                route.words() + "." + (waits == null ? "" : " Another administrator has to agree."));
        return waits;
    }

    private static @Nullable String password(MailRequest request, MailServer server) {
        if (request.password() != null && !request.password().isEmpty()) {
            return request.password();
        }
        MailRoute before = server.route();
        return before != null && request.route().keepsPasswordOf(before) ? server.password() : null;
    }

    /** What is wanted is agreed to or refused by another administrator; who wants it may take it back. */
    void answer(boolean agree, String by) {
        MailServer server = said();
        MailRoute wanted = server.wanted();
        String wantedBy = server.wantedBy();
        if (wanted == null || wantedBy == null) {
            throw ProblemException.refused("Nothing is wanted that somebody would have to agree to.");
        }
        if (agree) {
            consent.mayAgree(by, wantedBy);
            server.agree();
            audit.write(by, SUBJECT, "mail server agreed to", "Wanted by " + wantedBy + ": " + wanted.words() + ".");
        } else {
            server.forgetWanted();
            audit.write(by, SUBJECT, "mail server refused", wanted.words() + ".");
        }
    }

    /** No mail goes out while it is off. */
    void switchOff(boolean off, String by) {
        MailServer server = said();
        if (server.route() == null) {
            throw ProblemException.refused("No mail server is said here; what the environment says is changed there.");
        }
        if (server.isSwitchedOff() != off) {
            server.switchOff(off);
            audit.write(
                    by,
                    SUBJECT,
                    off ? "mail off" : "mail on",
                    off ? "Notices stand in the inbox alone." : "Notices are mailed again.");
        }
    }

    /** What the environment says holds again. */
    void forget(String by) {
        if (mail.said().isPresent()) {
            mail.forget();
            audit.write(by, SUBJECT, "mail server forgotten", "What the environment says holds again.");
        }
    }
}
