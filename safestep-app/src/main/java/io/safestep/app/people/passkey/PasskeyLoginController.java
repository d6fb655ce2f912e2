package io.safestep.app.people.passkey;

import io.safestep.app.people.signed.SessionBeginning;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.MailSettings;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRequestOptions;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Coming in with a passkey. A stranger may call this. */
@RestController
@RequestMapping("/api/session/passkey")
class PasskeyLoginController {

    private static final String ASKED = "asked-passkey";

    private final Passkeys passkeys;
    private final SessionBeginning sessions;
    private final MailSettings settings;

    PasskeyLoginController(Passkeys passkeys, SessionBeginning sessions, MailSettings settings) {
        this.passkeys = passkeys;
        this.sessions = sessions;
        this.settings = settings;
    }

    /** @param options for {@code navigator.credentials.get} */
    record AskedView(Map<String, Object> options) {}

    record SignedRequest(@NotNull Map<String, Object> credential) {}

    private Host host(HttpServletRequest http) {
        return Host.of(http, settings).orElseThrow(() -> ProblemException.refused(Host.elsewhere(http, settings)));
    }

    @PostMapping
    AskedView ask(HttpServletRequest http) {
        PublicKeyCredentialRequestOptions asked = passkeys.ask(host(http));
        SessionBeginning.before(http, Passkeys.OPEN_FOR).setAttribute(ASKED, asked);
        return new AskedView(PasskeyJson.told(asked));
    }

    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void comeIn(@Valid @RequestBody SignedRequest request, HttpServletRequest http, HttpServletResponse response) {
        HttpSession session = http.getSession(false);
        PublicKeyCredentialRequestOptions asked = asked(session);
        if (session == null || asked == null) {
            throw ProblemException.notSignedIn("It took too long. Begin again.");
        }
        session.removeAttribute(ASKED);
        Person person = passkeys.whoSigned(host(http), asked, PasskeyJson.signed(request.credential()))
                .orElseThrow(() -> ProblemException.notSignedIn(
                        "This passkey is not known here, or no longer. Log in another way, and make a new one on your"
                                + " own page."));
        SignedIn who = new SignedIn(person);
        sessions.begin(
                UsernamePasswordAuthenticationToken.authenticated(who, null, who.getAuthorities()),
                who,
                http,
                response);
    }

    private static @Nullable PublicKeyCredentialRequestOptions asked(@Nullable HttpSession session) {
        return session != null && session.getAttribute(ASKED) instanceof PublicKeyCredentialRequestOptions asked
                ? asked
                : null;
    }
}
