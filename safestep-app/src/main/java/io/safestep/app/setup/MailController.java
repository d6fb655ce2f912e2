package io.safestep.app.setup;

import io.safestep.app.mail.Mail;
import io.safestep.app.mail.MailServer;
import io.safestep.app.people.People;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import io.safestep.core.mail.MailRoute;
import jakarta.validation.Valid;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** By which server mail leaves the house, over HTTP. */
@RestController
@RequestMapping("/api/installation/mail")
class MailController {

    private final MailServers servers;
    private final Mail mail;
    private final MailTrial trial;
    private final People people;

    MailController(MailServers servers, Mail mail, MailTrial trial, People people) {
        this.servers = servers;
        this.mail = mail;
        this.trial = trial;
        this.people = people;
    }

    /**
     * @param on whether mail goes out
     * @param said whether people have said the server; else the environment has
     * @param route the one that holds
     * @param hasPassword whether one is stored with what people have said
     * @param wanted what waits for another administrator; null when nothing does
     * @param wantedBy name; null when nothing is wanted
     * @param wantedByLogin null when nothing is wanted
     * @param url under which links in mails lead here
     * @param own where mail to who asks goes; null while nobody has said
     */
    record MailView(
            boolean on,
            boolean said,
            MailRoute route,
            boolean hasPassword,
            @Nullable MailRoute wanted,
            @Nullable String wantedBy,
            @Nullable String wantedByLogin,
            String url,
            @Nullable String own,
            int version) {}

    /** @param waits what waits for another administrator; null when it holds already */
    record MailSavedView(@Nullable String waits) {}

    record MailAgreementRequest(boolean agree) {}

    record MailOffRequest(boolean off) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    @NetworkWide("Mail")
    MailView show(@AuthenticationPrincipal SignedIn me) {
        MailServer server = servers.said();
        String by = server.wantedBy();
        return new MailView(
                mail.isOn(),
                server.route() != null,
                mail.route(),
                server.password() != null,
                server.wanted(),
                by == null ? null : people.withLogin(by).name(),
                by,
                mail.url(),
                address(me),
                server.version());
    }

    @PutMapping
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide("Mail")
    MailSavedView say(@Valid @RequestBody MailRequest request, @AuthenticationPrincipal SignedIn me) {
        String waits = servers.say(request, me.login());
        mail.moved();
        return new MailSavedView(waits);
    }

    @PutMapping("/wish")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide("Mail")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(@Valid @RequestBody MailAgreementRequest request, @AuthenticationPrincipal SignedIn me) {
        servers.answer(request.agree(), me.login());
        mail.moved();
    }

    @PutMapping("/off")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide("Mail")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void switchOff(@Valid @RequestBody MailOffRequest request, @AuthenticationPrincipal SignedIn me) {
        servers.switchOff(request.off(), me.login());
        mail.moved();
    }

    /** What the environment says holds again. */
    @DeleteMapping
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide("Mail")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(@AuthenticationPrincipal SignedIn me) {
        servers.forget(me.login());
        mail.moved();
    }

    /** Sends a mail to whoever asks. */
    @PostMapping("/trial")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    @NetworkWide("Mail")
    MailTrial.TrialView tryOut(@AuthenticationPrincipal SignedIn me) {
        return trial.send(address(me));
    }

    private @Nullable String address(SignedIn me) {
        return people.withLogin(me.login()).email();
    }
}
