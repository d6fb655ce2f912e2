package io.safestep.app.audit;

import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import java.util.List;
import org.jspecify.annotations.Nullable;
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

    /** @param firstBroken the id of the first entry that does not fit the chain; null when the record is intact */
    record Proof(boolean intact, @Nullable Long firstBroken) {}

    /** Computes the hash chain of the whole record anew. */
    @GetMapping("/proof")
    @PreAuthorize("hasAuthority('READ')")
    Proof proof() {
        return log.firstBroken().map(id -> new Proof(false, id)).orElseGet(() -> new Proof(true, null));
    }

    /** Everything that was done to one subject, oldest first. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<RecordEntry> about(@RequestParam @Sees(Subject.RECORD) String subject, Sight sight) {
        return log.about(subject).stream()
                .map(e -> new RecordEntry(e.at(), e.person(), e.action(), sight.told(e.detail())))
                .toList();
    }
}
