package io.safestep.app.people.own;

import io.safestep.app.people.factor.SecondFactors;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PasswordRules;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A person's own second factor. */
@RestController
@RequestMapping("/api/own/second-factor")
class SecondFactorController {

    /** The secret that is offered waits in the session, so that nobody chooses one. */
    private static final String OFFERED = "offered-code-secret";

    private final PersonRepository people;
    private final Passwords passwords;
    private final SecondFactors factors;
    private final Presence presence;

    SecondFactorController(PersonRepository people, Passwords passwords, SecondFactors factors, Presence presence) {
        this.people = people;
        this.passwords = passwords;
        this.factors = factors;
        this.presence = presence;
    }

    /** @param recoveryCodesLeft how many of them nobody has used */
    record SecondFactorView(boolean on, int recoveryCodesLeft) {}

    /**
     * @param typed the secret as it is typed into a telephone
     * @param address the same as a link that telephones open
     * @param picture the link as a code to point a camera at (ISO/IEC 18004): rows of squares, {@code #} for dark
     */
    record OfferView(String typed, String address, List<String> picture) {}

    record CodeRequest(@NotNull @Size(max = 40) String code) {}

    /** @param codes shown this once */
    record RecoveryView(List<String> codes) {}

    record RemovalRequest(@NotNull @Size(max = 1000) String password) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    SecondFactorView show(@AuthenticationPrincipal SignedIn me) {
        Person person = people.named(me.login());
        return new SecondFactorView(person.hasSecondFactor(), factors.recoveryCodesLeft(person));
    }

    /** A secret for a telephone; it counts once a code shows that it is there. */
    @PostMapping
    @PreAuthorize("hasAuthority('READ')")
    OfferView offer(@AuthenticationPrincipal SignedIn me, HttpSession session) {
        SecondFactors.Offer offer = factors.offer(me.login());
        session.setAttribute(OFFERED, offer.secret());
        return new OfferView(offer.typed(), offer.address(), CameraCode.rows(offer.address()));
    }

    @PutMapping
    @PreAuthorize("hasAuthority('READ')")
    RecoveryView begin(
            @Valid @RequestBody CodeRequest request, @AuthenticationPrincipal SignedIn me, HttpSession session) {
        if (!(session.getAttribute(OFFERED) instanceof String secret)) {
            throw ProblemException.refused("Begin anew: the secret that was shown is no longer known.");
        }
        List<String> codes = factors.begin(people.named(me.login()), secret, request.code());
        session.removeAttribute(OFFERED);
        return new RecoveryView(codes);
    }

    /** Takes it away; whoever sits down at an open session has to know the password for that. */
    @PostMapping("/removal")
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void drop(
            @Valid @RequestBody RemovalRequest request, @AuthenticationPrincipal SignedIn me, HttpServletRequest http) {
        presence.confirm(me.login(), request.password(), http);
        Person person = people.named(me.login());
        if (person.passwordHash() != null && !passwords.standsAlone(me.login(), request.password())) {
            throw ProblemException.invalid(
                    "password",
                    "Alone, this password is too short. Change it first to one of at least " + PasswordRules.LEAST_ALONE
                            + " characters.");
        }
        factors.drop(person, me.login());
    }
}
