package io.safestep.app.standard;

import io.safestep.app.change.build.BuildView;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.core.change.Verdict;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Standard changes over HTTP. */
@RestController
@RequestMapping("/api/standard-changes")
class StandardController {

    private final StandardChanges standards;
    private final StandardApprovals approvals;
    private final StandardViews views;

    StandardController(StandardChanges standards, StandardApprovals approvals, StandardViews views) {
        this.standards = standards;
        this.approvals = approvals;
        this.views = views;
    }

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<StandardView.StandardRow> all() {
        return views.all();
    }

    @GetMapping("/{id}")
    @PreAuthorize("hasAuthority('READ')")
    StandardView one(@PathVariable long id, Sight sight) {
        return views.one(id, sight);
    }

    /** Lines, script and way back that the example values give on a device. Stores nothing. */
    @GetMapping("/{id}/example/{device}")
    @PreAuthorize("hasAuthority('READ')")
    BuildView example(@PathVariable long id, @PathVariable @Sees(Subject.DEVICE) String device, Sight sight) {
        return standards.example(id, device).told(sight);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    StandardView add(@Valid @RequestBody StandardRequest request, Sight sight) {
        return views.one(standards.write(null, request.wanted(), sight.login()), sight);
    }

    /** Writes it anew; what was approved stays in force until the new version is. */
    @PutMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    StandardView write(@PathVariable long id, @Valid @RequestBody StandardRequest request, Sight sight) {
        return views.one(standards.write(id, request.wanted(), sight.login()), sight);
    }

    /** @param id of the one that is being written; null for a new one */
    record StandardTrialRequest(
            @Nullable Long id, @NotNull @Valid StandardRequest standard) {}

    /** For which devices it could be approved, and whose approval it would need. Stores nothing. */
    @PostMapping("/trial")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    StandardView.TrialView trial(@Valid @RequestBody StandardTrialRequest request, Sight sight) {
        return views.tried(request.id(), request.standard().wanted(), sight);
    }

    record AtNumber(int number) {}

    /** Asks for its approval. */
    @PostMapping("/{id}/submission")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    StandardView ask(@PathVariable long id, @Valid @RequestBody AtNumber request, Sight sight) {
        approvals.ask(id, request.number(), sight.login());
        return views.one(id, sight);
    }

    /** @param seal of what was looked at, 64 hexadecimal digits */
    record StandardDecisionRequest(
            @NotNull(message = "Choose approved or returned.")
            Verdict verdict,

            @NotNull @Size(max = 4000, message = "At most 4,000 characters.")
            String comment,

            @NotBlank(message = "Say which seal you decide about.") @Size(max = 64)
            String seal) {}

    /** Approves it, or sends it back. */
    @PostMapping("/{id}/approvals")
    @PreAuthorize("hasAuthority('DECIDE_CHANGES')")
    StandardView decide(@PathVariable long id, @Valid @RequestBody StandardDecisionRequest request, Sight sight) {
        approvals.decide(id, request.verdict(), request.comment(), request.seal(), sight);
        return views.one(id, sight);
    }

    record SuspensionRequest(
            @NotBlank(message = "Say why.") @Size(max = 400, message = "At most 400 characters.")
            String why) {}

    /** Lets nothing through any more, until it is approved anew. */
    @PostMapping("/{id}/suspension")
    @NetworkWide("What every change may rest on")
    @PreAuthorize("hasAnyAuthority('DECIDE_CHANGES', 'WRITE_LIBRARY')")
    StandardView suspend(@PathVariable long id, @Valid @RequestBody SuspensionRequest request, Sight sight) {
        standards.suspend(id, request.why(), sight.login());
        return views.one(id, sight);
    }

    @PostMapping("/{id}/retirement")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    StandardView retire(@PathVariable long id, Sight sight) {
        standards.retire(id, sight.login());
        return views.one(id, sight);
    }
}
