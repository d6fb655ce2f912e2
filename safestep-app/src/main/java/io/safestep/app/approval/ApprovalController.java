package io.safestep.app.approval;

import io.safestep.app.approval.seen.MovedView;
import io.safestep.app.approval.seen.OpenedLines;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.core.change.Verdict;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Decisions about one change over HTTP. */
@RestController
@RequestMapping("/api/changes/{number}")
class ApprovalController {

    private final Approvals approvals;
    private final OpenedLines opened;

    ApprovalController(Approvals approvals, OpenedLines opened) {
        this.approvals = approvals;
        this.opened = opened;
    }

    /**
     * @param seal the seal of the content that was looked at, 64 hexadecimal digits
     */
    record DecisionRequest(
            @NotNull(message = "Choose approved, returned or rejected.")
            Verdict verdict,

            @NotNull @Size(max = 4000, message = "At most 4,000 characters.")
            String comment,

            @NotBlank(message = "Say which seal you decide about.") @Size(max = 64)
            String seal) {}

    @GetMapping("/approvals")
    @PreAuthorize("hasAuthority('READ')")
    List<ApprovalView> all(@PathVariable @Sees(Subject.CHANGE) int number) {
        return approvals.of(number);
    }

    /** What has moved since the one who asks decided about it last. */
    @GetMapping("/moved")
    @PreAuthorize("hasAuthority('READ')")
    MovedView moved(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return approvals.movedSince(number, sight.login()).told(sight);
    }

    /** Names of the devices whose lines the one who asks was shown as they are now. */
    @GetMapping("/opened")
    @PreAuthorize("hasAuthority('READ')")
    Set<String> opened(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return new TreeSet<>(sight.seen(opened.of(number, sight.login())));
    }

    @PostMapping("/approvals")
    @PreAuthorize("hasAuthority('DECIDE_CHANGES')")
    List<ApprovalView> decide(
            @PathVariable @Sees(Subject.CHANGE) int number, @Valid @RequestBody DecisionRequest request, Sight sight) {
        return approvals.decide(
                number, new Approvals.Wanted(request.verdict(), request.comment(), request.seal()), sight);
    }

    /** @param seal the seal of the content that was looked at */
    record ReleaseRequest(
            @NotNull @Size(max = 4000, message = "At most 4,000 characters.")
            String reason,

            @NotBlank(message = "Say which seal you decide about.") @Size(max = 64)
            String seal) {}

    /** Lets an emergency run before it is approved. */
    @PostMapping("/release")
    @PreAuthorize("hasAnyAuthority('RUN_CHANGES', 'DECIDE_CHANGES')")
    List<ApprovalView> release(
            @PathVariable @Acts(Subject.CHANGE) int number, @Valid @RequestBody ReleaseRequest request, Sight sight) {
        return approvals.release(number, request.reason(), request.seal(), sight);
    }

    record ReviewRequest(
            @NotNull @Size(max = 4000, message = "At most 4,000 characters.")
            String comment) {}

    /** Looks at an emergency that has run. */
    @PostMapping("/review")
    @PreAuthorize("hasAuthority('DECIDE_CHANGES')")
    List<ApprovalView> review(
            @PathVariable @Acts(Subject.CHANGE) int number,
            @Valid @RequestBody ReviewRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return approvals.review(number, request.comment(), me.login());
    }
}
