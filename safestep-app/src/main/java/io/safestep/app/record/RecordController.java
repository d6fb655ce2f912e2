package io.safestep.app.record;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.audit.RecordEntry;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import java.util.List;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The record, read. */
@RestController
@RequestMapping("/api/record")
class RecordController {

    private final AuditLog log;
    private final RecordPages pages;
    private final RecordExport export;

    RecordController(AuditLog log, RecordPages pages, RecordExport export) {
        this.log = log;
        this.pages = pages;
        this.export = export;
    }

    /** Everything that was done to one subject, oldest first. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<RecordEntry> about(@RequestParam @Sees(Subject.RECORD) String subject, Sight sight) {
        return log.about(subject).stream()
                .map(e -> new RecordEntry(e.at(), e.person(), e.action(), sight.told(e.detail())))
                .toList();
    }

    /**
     * What was chosen of the whole record, newest first, at most 100 at once.
     *
     * @param before the number of an entry; those before it come
     */
    @GetMapping("/entries")
    @PreAuthorize("hasAuthority('READ')")
    RecordPages.Page entries(
            @ParameterObject @ModelAttribute RecordQuery query,
            @RequestParam(defaultValue = "9223372036854775807") long before,
            Sight sight) {
        return pages.page(query, before, sight);
    }

    /**
     * What can be chosen.
     *
     * @param people who has done something, by log-in
     * @param actions what was done
     */
    record Choices(List<String> people, List<String> actions) {}

    @GetMapping("/choices")
    @PreAuthorize("hasAuthority('READ')")
    Choices choices() {
        return new Choices(pages.people(), pages.actions());
    }

    /**
     * The record as a file: a table (CSV, RFC 4180), or JSON lines with which anyone can prove it. Of what was not chosen,
     * JSON lines hold the hashes.
     */
    @GetMapping("/export")
    @PreAuthorize("hasAuthority('READ')")
    ResponseEntity<StreamingResponseBody> export(
            @ParameterObject @ModelAttribute RecordQuery query,
            @RequestParam(defaultValue = "CSV") RecordExport.Format format,
            Sight sight,
            @AuthenticationPrincipal SignedIn me) {
        RecordExport.Prepared file = export.prepare(query, format, sight, me.login());
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(format.mediaType()))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + file.name() + "\"")
                .body(file::write);
    }
}
