package io.safestep.app.evidence;

import io.safestep.app.change.ChangesInSight;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Evidence packs over HTTP. */
@RestController
class EvidenceController {

    private final EvidencePack pack;
    private final ChangesInSight inSight;

    EvidenceController(EvidencePack pack, ChangesInSight inSight) {
        this.pack = pack;
        this.inSight = inSight;
    }

    /** The whole record of a change as a ZIP file with checksums; secrets are masked. */
    @GetMapping(path = "/api/changes/{number}/evidence", produces = "application/zip")
    @PreAuthorize("hasAuthority('READ')")
    ResponseEntity<byte[]> of(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        inSight.mustReadAll(sight, number);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("application/zip"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"CR-" + number + "-evidence.zip\"")
                .body(pack.of(number, sight));
    }
}
