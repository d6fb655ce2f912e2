package io.safestep.app.people.own;

import io.safestep.app.people.login.LoginAttempts;
import io.safestep.app.people.login.OpenSessions;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A person's own password and sessions. */
@RestController
@RequestMapping("/api/own")
class OwnController {

    private final Passwords passwords;
    private final OpenSessions sessions;
    private final LoginAttempts attempts;

    OwnController(Passwords passwords, OpenSessions sessions, LoginAttempts attempts) {
        this.passwords = passwords;
        this.sessions = sessions;
        this.attempts = attempts;
    }

    record PasswordRequest(
            @NotNull @Size(max = 1000) String current,
            @NotNull @Size(max = 1000) String password) {}

    /** @param ended how many other sessions were ended */
    record PasswordView(int ended) {}

    /** Changes the password; whoever is logged in elsewhere with the old one is out. */
    @PutMapping("/password")
    @PreAuthorize("hasAuthority('READ')")
    PasswordView changePassword(
            @Valid @RequestBody PasswordRequest request,
            @AuthenticationPrincipal SignedIn me,
            HttpServletRequest http) {
        // Who sits down at an open session must not try passwords there in numbers.
        LoginAttempts.Attempt attempt = new LoginAttempts.Attempt(me.login(), http.getRemoteAddr());
        if (!attempts.begin(attempt)) {
            throw ProblemException.tooManyAttempts(
                    "Too many wrong passwords. Wait " + LoginAttempts.SPAN.toMinutes() + " minutes and try again.");
        }
        if (passwords.isOf(me.login(), request.current())) {
            attempts.succeeded(attempt);
        }
        passwords.change(me.login(), request.current(), request.password());
        return new PasswordView(sessions.endOthers(me.login(), id(http)));
    }

    /** @param acts names of the devices on which they may act; null for all that they see */
    record DevicesView(@Nullable List<String> acts) {}

    /** On which devices the one who asks may act. */
    @GetMapping("/devices")
    @PreAuthorize("hasAuthority('READ')")
    DevicesView devices(Sight sight) {
        return new DevicesView(sight.actedNames());
    }

    @GetMapping("/sessions")
    @PreAuthorize("hasAuthority('READ')")
    List<OpenSessions.View> sessions(@AuthenticationPrincipal SignedIn me, HttpServletRequest http) {
        return sessions.of(me.login(), id(http));
    }

    @DeleteMapping("/sessions/{name}")
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@PathVariable String name, @AuthenticationPrincipal SignedIn me) {
        if (!sessions.end(me.login(), name)) {
            throw ProblemException.notFound("This session");
        }
    }

    private static @Nullable String id(HttpServletRequest http) {
        HttpSession session = http.getSession(false);
        return session == null ? null : session.getId();
    }
}
