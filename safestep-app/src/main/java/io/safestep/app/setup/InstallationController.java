package io.safestep.app.setup;

import io.safestep.app.people.People;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.platform.Platforms;
import io.safestep.app.platform.Platforms.Loaded;
import io.safestep.app.platform.Platforms.Refused;
import io.safestep.app.sight.NetworkWide;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is said in files and by the environment, and whether it works. */
@RestController
@RequestMapping("/api/installation")
class InstallationController {

    private final FileSettings files;
    private final MailTrial mail;
    private final Platforms platforms;
    private final People people;

    InstallationController(FileSettings files, MailTrial mail, Platforms platforms, People people) {
        this.files = files;
        this.mail = mail;
        this.platforms = platforms;
        this.people = people;
    }

    /** @param folder in which profiles of one's own are put */
    record PlatformsView(String folder, List<Loaded> loaded, List<Refused> refused) {}

    @GetMapping("/files")
    @PreAuthorize("hasAuthority('READ')")
    @NetworkWide("What is said in files")
    List<FileSettings.Setting> files() {
        return files.all();
    }

    @GetMapping("/platforms")
    @PreAuthorize("hasAuthority('READ')")
    PlatformsView platforms() {
        return new PlatformsView(platforms.folder().toString(), platforms.loaded(), platforms.refused());
    }

    @GetMapping("/mail")
    @PreAuthorize("hasAuthority('READ')")
    @NetworkWide("Mail")
    MailTrial.MailView mail(@AuthenticationPrincipal SignedIn me) {
        return mail.view(address(me));
    }

    /** Sends a mail to whoever asks. */
    @PostMapping("/mail/trial")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    @NetworkWide("Mail")
    MailTrial.TrialView tryMail(@AuthenticationPrincipal SignedIn me) {
        return mail.send(address(me));
    }

    private @Nullable String address(SignedIn me) {
        return people.withLogin(me.login()).email();
    }
}
