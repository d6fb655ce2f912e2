package io.safestep.app.backup;

import io.safestep.app.backup.views.BackupView;
import io.safestep.app.backup.views.VersionRecords;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Subject;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Backups of one device over HTTP. */
@RestController
@RequestMapping("/api/devices/{name}/backups")
class BackupController {

    private final Backups backups;
    private final VersionRecords versions;

    BackupController(Backups backups, VersionRecords versions) {
        this.backups = backups;
        this.versions = versions;
    }

    /** @param label a name for the backup; null or empty for none */
    record TakeRequest(
            @Nullable @Size(max = BackUpRound.LONGEST_LABEL, message = "A name has at most 80 characters.")
            String label) {}

    record ReferenceRequest(
            @NotBlank(message = "Say why this version is the reference.")
            @Size(max = 300, message = "At most 300 characters.")
            String reason) {}

    private static String name(TakeRequest request) {
        return request.label() == null ? "" : request.label().strip();
    }

    /** The newest 200, newest first, and the reference however old it is. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<BackupView> all(@PathVariable @Sees(Subject.DEVICE) String name) {
        return versions.of(name);
    }

    /** Logs in to the device and takes running, startup and the files that its platform names. */
    @PostMapping
    @PreAuthorize("hasAuthority('READ_DEVICES')")
    List<BackupView> take(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @Valid @RequestBody TakeRequest request,
            @AuthenticationPrincipal SignedIn me) {
        backups.takeByHand(name, me.login(), name(request));
        return versions.of(name);
    }

    /** The configuration as text, secrets masked. */
    @GetMapping(path = "/{id}", produces = MediaType.TEXT_PLAIN_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    String text(@PathVariable @Sees(Subject.DEVICE) String name, @PathVariable long id) {
        return versions.maskedText(name, id);
    }

    @PutMapping("/{id}/label")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void label(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @PathVariable long id,
            @Valid @RequestBody TakeRequest request,
            @AuthenticationPrincipal SignedIn me) {
        versions.label(name, id, name(request), me.login());
    }

    /** Makes a version the reference of its device, in the place of the one before. */
    @PutMapping("/{id}/reference")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void makeReference(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @PathVariable long id,
            @Valid @RequestBody ReferenceRequest request,
            @AuthenticationPrincipal SignedIn me) {
        versions.makeReference(name, id, request.reason(), me.login());
    }

    @DeleteMapping("/{id}/reference")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endReference(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @PathVariable long id,
            @AuthenticationPrincipal SignedIn me) {
        versions.endReference(name, id, me.login());
    }
}
