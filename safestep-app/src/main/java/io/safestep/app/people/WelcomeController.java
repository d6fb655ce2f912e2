package io.safestep.app.people;

import io.safestep.app.people.links.LinkAttempts;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.own.Passwords;
import io.safestep.app.people.signed.SessionBeginning;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonLink;
import io.safestep.core.people.Role;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Coming in with a link. A stranger may call this; what the link holds is what lets them. */
@RestController
@RequestMapping("/api/welcome")
class WelcomeController {

    private final PersonLinks links;
    private final Passwords passwords;
    private final LinkAttempts attempts;
    private final SessionBeginning sessions;

    WelcomeController(PersonLinks links, Passwords passwords, LinkAttempts attempts, SessionBeginning sessions) {
        this.links = links;
        this.passwords = passwords;
        this.attempts = attempts;
        this.sessions = sessions;
    }

    record LinkRequest(@NotBlank @Size(max = 100) String token) {}

    /**
     * Whom a link is for.
     *
     * @param login null for the first administrator, who says it themselves, as with the name
     * @param byProvider whether they can come in by an identity provider instead of a password
     * @param endsAt UTC
     */
    record WelcomeView(@Nullable String login, @Nullable String name, boolean byProvider, Instant endsAt) {}

    record ComingRequest(
            @NotBlank @Size(max = 100) String token,
            @NotNull @Size(max = 1000) String password,
            @Size(max = 40) @Nullable String login,
            @Size(max = 100) @Nullable String name) {}

    @PostMapping("/look")
    WelcomeView look(@Valid @RequestBody LinkRequest request, HttpServletRequest http) {
        return attempts.tried(http, () -> {
            PersonLink link = links.look(request.token());
            Person person = passwords.whom(link);
            return person == null
                    ? new WelcomeView(null, null, false, link.endsAt())
                    : new WelcomeView(
                            person.login(), person.name(), !person.roles().contains(Role.ADMINISTRATOR), link.endsAt());
        });
    }

    /** Chooses the password and begins a session. */
    @PostMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void comeIn(@Valid @RequestBody ComingRequest request, HttpServletRequest http, HttpServletResponse response) {
        attempts.tried(http, () -> links.look(request.token()));
        Person person = passwords.comeIn(
                new Passwords.Coming(request.token(), request.password(), request.login(), request.name()));
        SignedIn who = new SignedIn(person);
        sessions.begin(
                UsernamePasswordAuthenticationToken.authenticated(who, null, who.getAuthorities()),
                who,
                http,
                response);
    }
}
