package io.safestep.app.change;

import io.safestep.app.backup.views.OutcomeDifferenceView;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Subject;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What changes would leave on devices, over HTTP. */
@RestController
@RequestMapping("/api/changes")
class OutcomeController {

    private final OutcomeComparison outcomes;

    OutcomeController(OutcomeComparison outcomes) {
        this.outcomes = outcomes;
    }

    /**
     * What differs between a version, of the same device or of another one, and what the change leaves on a device.
     *
     * @param version id of a backup
     */
    @GetMapping("/{number}/devices/{device}/difference/{version}")
    @PreAuthorize("hasAuthority('READ')")
    OutcomeDifferenceView difference(
            @PathVariable @Sees(Subject.CHANGE) int number,
            @PathVariable @Sees(Subject.DEVICE) String device,
            @PathVariable @Sees(Subject.BACKUP) long version) {
        return outcomes.of(number, device, version);
    }
}
