package io.safestep.app.backup;

import io.safestep.app.people.SignedIn;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Backups of one device over HTTP. */
@RestController
@RequestMapping("/api/devices/{name}/backups")
class BackupController {

    private final Backups backups;

    BackupController(Backups backups) {
        this.backups = backups;
    }

    /** The newest 200, newest first. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<BackupView> all(@PathVariable String name) {
        return backups.of(name);
    }

    /** Logs in to the device and takes one of running and one of startup now. */
    @PostMapping
    @PreAuthorize("hasAuthority('READ_DEVICES')")
    List<BackupView> take(@PathVariable String name, @AuthenticationPrincipal SignedIn me) {
        return backups.takeByHand(name, me.login());
    }

    /** The configuration as text, secrets masked. */
    @GetMapping(path = "/{id}", produces = MediaType.TEXT_PLAIN_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    String text(@PathVariable String name, @PathVariable long id) {
        return backups.maskedText(name, id);
    }
}
