package io.safestep.app.backup;

import io.safestep.app.backup.archive.ArchiveExport;
import io.safestep.app.backup.archive.ArchiveImport;
import io.safestep.app.backup.keeping.BackupPolicy;
import io.safestep.app.backup.keeping.Coverage;
import io.safestep.app.backup.keeping.Retention;
import io.safestep.app.backup.stored.ConfigurationSearch;
import io.safestep.app.backup.views.DifferenceView;
import io.safestep.app.backup.views.VersionRecords;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Backups of all devices over HTTP. */
@RestController
@RequestMapping("/api/backups")
class BackupsController {

    private static final int SHORTEST_SEARCH = 2;
    private static final int LONGEST_SEARCH = 200;
    private static final int MOST_LINES = 2_000;

    private final Coverage coverage;
    private final Retention retention;
    private final VersionRecords versions;
    private final ConfigurationSearch search;
    private final ArchiveExport export;
    private final ArchiveImport imports;

    BackupsController(
            Coverage coverage,
            Retention retention,
            VersionRecords versions,
            ConfigurationSearch search,
            ArchiveExport export,
            ArchiveImport imports) {
        this.coverage = coverage;
        this.retention = retention;
        this.versions = versions;
        this.search = search;
        this.export = export;
        this.imports = imports;
    }

    record PolicyRequest(
            @Min(value = 1, message = "At least 1 hour.") @Max(value = 8_760, message = "At most a year: 8,760 hours.")
            int oldAfterHours,

            @Min(value = 0, message = "0 days or more.") @Max(value = 36_500, message = "At most 36,500 days.")
            int keepDays,

            @Min(value = 1, message = "At least 1: the newest version is always kept.")
            @Max(value = 10_000, message = "At most 10,000.")
            int keepVersions,

            boolean clearsDaily) {}

    /** @param seen how many versions the person has seen that would go */
    record ClearRequest(@Min(0) int seen) {}

    /**
     * @param every all versions that are kept, and not only the newest
     * @param secrets in clear, which needs the right to see secrets; otherwise masked
     */
    record ArchiveRequest(
            @NotNull @Size(min = 1, max = 20_000, message = "Choose 1 to 20,000 devices.")
            Set<String> devices,

            boolean every,
            boolean secrets) {}

    /** All devices by name, with how good their backup is. */
    @GetMapping("/coverage")
    @PreAuthorize("hasAuthority('READ')")
    List<Coverage.Row> coverage(Sight sight) {
        return sight.seen(coverage.rows(), Coverage.Row::device);
    }

    @GetMapping("/policy")
    @PreAuthorize("hasAuthority('READ')")
    BackupPolicy policy() {
        return retention.policy();
    }

    @PutMapping("/policy")
    @NetworkWide("How backups are kept")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    BackupPolicy change(@Valid @RequestBody PolicyRequest request, @AuthenticationPrincipal SignedIn me) {
        return retention.change(
                new BackupPolicy(
                        request.oldAfterHours(), request.keepDays(), request.keepVersions(), request.clearsDaily()),
                me.login());
    }

    /** What a policy would take away. Nothing is done. */
    @GetMapping("/retention")
    @PreAuthorize("hasAuthority('READ')")
    Retention.Plan plan(@RequestParam int keepDays, @RequestParam int keepVersions, Sight sight) {
        if (keepDays < 0 || keepVersions < 1) {
            throw ProblemException.invalid("keepVersions", "Keep at least one version, for 0 days or more.");
        }
        return retention.plan(Math.min(keepDays, 36_500), keepVersions).told(sight);
    }

    /** Takes away what the stored policy does not keep. */
    @PostMapping("/retention")
    @NetworkWide("How backups are kept")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    Retention.Plan clear(@Valid @RequestBody ClearRequest request, @AuthenticationPrincipal SignedIn me) {
        return retention.clear(request.seen(), me.login());
    }

    /** What differs between two versions, also of two devices of one platform. */
    @GetMapping("/difference")
    @PreAuthorize("hasAuthority('READ')")
    DifferenceView difference(
            @RequestParam @Sees(Subject.BACKUP) long from, @RequestParam @Sees(Subject.BACKUP) long to) {
        return versions.difference(from, to);
    }

    /**
     * Lines in the newest running configurations, or in every version of them. At most 2,000.
     *
     * @param q a text, or a pattern in the syntax of RE2; 2 to 200 characters
     */
    @GetMapping("/search")
    @PreAuthorize("hasAuthority('READ')")
    ConfigurationSearch.Found search(
            @RequestParam String q,
            @RequestParam(defaultValue = "false") boolean pattern,
            @RequestParam(defaultValue = "false") boolean every,
            Sight sight) {
        String words = q.strip();
        if (words.length() < SHORTEST_SEARCH || words.length() > LONGEST_SEARCH) {
            throw ProblemException.invalid("q", "Enter 2 to 200 characters.");
        }
        return search.find(words, pattern, every, MOST_LINES, sight);
    }

    /** Backups as a ZIP archive with checksums. */
    @PostMapping(path = "/archive", consumes = MediaType.APPLICATION_JSON_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    ResponseEntity<StreamingResponseBody> archive(
            @Valid @RequestBody ArchiveRequest request, Sight sight, @AuthenticationPrincipal SignedIn me) {
        sight.mustRead(request.devices());
        boolean mayReadSecrets = me.getAuthorities().stream().anyMatch(a -> "READ_SECRETS".equals(a.getAuthority()));
        if (request.secrets() && !mayReadSecrets) {
            throw ProblemException.forbidden(
                    "Your roles do not let you see secrets. Export with masked secrets, or ask an" + " administrator.");
        }
        export.note(request.devices(), request.every(), request.secrets(), me.login());
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("backups.zip")
                                .build()
                                .toString())
                .contentType(MediaType.parseMediaType("application/zip"))
                .body(out -> export.write(out, request.devices(), request.every(), request.secrets()));
    }

    /** What an archive would bring in. Nothing is stored. */
    @PostMapping(path = "/archive/dry-run", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @NetworkWide("An archive")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    ArchiveImport.Result dryRun(@RequestBody byte[] file) {
        return imports.dryRun(file);
    }

    /** Brings an archive in, whole or not at all. Devices that are not known are added. */
    @PostMapping(path = "/archive/import", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @NetworkWide("An archive")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    ArchiveImport.Result importArchive(@RequestBody byte[] file, @AuthenticationPrincipal SignedIn me) {
        return imports.run(file, me.login());
    }
}
