package io.safestep.app.people.passkey;

import io.safestep.app.people.own.Presence;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.MailSettings;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialCreationOptions;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A person's own passkeys. */
@RestController
@RequestMapping("/api/own/passkeys")
class PasskeyController {

    /** What is offered waits in the session, so that nobody chooses the challenge. */
    private static final String OFFERED = "offered-passkey";

    private final Passkeys passkeys;
    private final Presence presence;
    private final MailSettings settings;

    PasskeyController(Passkeys passkeys, Presence presence, MailSettings settings) {
        this.passkeys = passkeys;
        this.presence = presence;
        this.settings = settings;
    }

    /** @param elsewhere where passkeys can be used; null when it is here */
    record PasskeysView(
            List<Passkeys.PasskeyView> passkeys, @Nullable String elsewhere) {}

    record OfferRequest(@NotNull @Size(max = 1000) String password) {}

    /** @param options for {@code navigator.credentials.create} */
    record OfferView(Map<String, Object> options) {}

    record PasskeyRequest(
            @NotBlank(message = "Enter a name by which you know the device.")
            @Size(max = 60, message = "At most 60 characters.")
            String name,

            @NotNull Map<String, Object> credential) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    PasskeysView all(@AuthenticationPrincipal SignedIn me, HttpServletRequest http) {
        boolean here = Host.of(http, settings).isPresent();
        return new PasskeysView(passkeys.of(me.login()), here ? null : Host.elsewhere(http, settings));
    }

    private Host host(HttpServletRequest http) {
        return Host.of(http, settings).orElseThrow(() -> ProblemException.refused(Host.elsewhere(http, settings)));
    }

    /** What a device is to make; it counts once the device has. */
    @PostMapping
    @PreAuthorize("hasAuthority('READ')")
    OfferView offer(@Valid @RequestBody OfferRequest request, Authentication me, HttpServletRequest http) {
        Host host = host(http);
        presence.confirm(me.getName(), request.password(), http);
        PublicKeyCredentialCreationOptions offered = passkeys.offer(host, me);
        http.getSession().setAttribute(OFFERED, offered);
        return new OfferView(PasskeyJson.told(offered));
    }

    @PutMapping
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void add(
            @Valid @RequestBody PasskeyRequest request, @AuthenticationPrincipal SignedIn me, HttpServletRequest http) {
        HttpSession session = http.getSession();
        PublicKeyCredentialCreationOptions offered = Optional.ofNullable(session.getAttribute(OFFERED))
                .filter(PublicKeyCredentialCreationOptions.class::isInstance)
                .map(PublicKeyCredentialCreationOptions.class::cast)
                .orElseThrow(() -> ProblemException.refused("Begin again: what was offered is no longer known."));
        session.removeAttribute(OFFERED);
        passkeys.add(host(http), me.login(), request.name().strip(), offered, PasskeyJson.made(request.credential()));
    }

    @DeleteMapping("/{id}")
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void drop(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        passkeys.drop(me.login(), id);
    }
}
