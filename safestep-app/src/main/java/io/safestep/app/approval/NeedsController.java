package io.safestep.app.approval;

import io.safestep.app.change.ChangeRequests;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import jakarta.validation.Valid;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What changes need before they may run, over HTTP. */
@RestController
class NeedsController {

    private final NeedsViews needs;
    private final ChangesInSight inSight;

    NeedsController(NeedsViews needs, ChangesInSight inSight) {
        this.needs = needs;
        this.inSight = inSight;
    }

    /** What a change needs before it may run, why, and who has given it. */
    @GetMapping("/api/changes/{number}/needs")
    @PreAuthorize("hasAuthority('READ')")
    NeedsView needs(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return needs.of(number, sight);
    }

    /** What a change would need as it is being written. Stores nothing. */
    @PostMapping("/api/changes/needs")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    NeedsView needsOf(@Valid @RequestBody ChangeRequests.Content content, Sight sight) {
        Draft draft = content.draft();
        inSight.mustBuild(sight, draft);
        return needs.ofTrial(draft, sight);
    }
}
