package io.safestep.app.audit;

import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The record, read. */
@RestController
@RequestMapping("/api/record")
class RecordController {

    private final AuditLog log;

    RecordController(AuditLog log) {
        this.log = log;
    }

    /** Everything that was done to one subject, oldest first. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<RecordEntry> about(@RequestParam String subject) {
        return log.about(subject);
    }
}
