package io.safestep.app.run;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.run.checks.CheckQuestions;
import io.safestep.app.run.views.RunCheckViews;
import io.safestep.app.run.views.RunChecks;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The checks of runs over HTTP. */
@RestController
@RequestMapping("/api/runs/{id}/checks")
class RunCheckController {

    private final RunCheckViews views;
    private final CheckQuestions questions;

    RunCheckController(RunCheckViews views, CheckQuestions questions) {
        this.views = views;
        this.questions = questions;
    }

    /**
     * An answer to a question.
     *
     * @param devices for which it is given
     * @param words what the person saw; needed for a no
     */
    record AnswerRequest(
            @NotEmpty(message = "Choose the devices for which you answer.") @Size(max = 200)
            List<@NotBlank @Size(max = 60) String> devices,

            boolean yes,

            @Nullable @Size(max = 1_000, message = "At most 1,000 characters.")
            String words) {}

    /** What all checks of a run found, worst first. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    RunChecks all(@PathVariable @Sees(Subject.RUN) long id, Sight sight) {
        return views.of(id).told(sight);
    }

    /** What one check found on one device, with the device's own words. */
    @GetMapping("/{check}/{device}")
    @PreAuthorize("hasAuthority('READ')")
    RunChecks.Detail one(
            @PathVariable @Sees(Subject.RUN) long id,
            @PathVariable long check,
            @PathVariable @Sees(Subject.DEVICE) String device,
            Sight sight) {
        return views.detail(id, device, check).told(sight);
    }

    /** Notes that somebody looks at what a check found on a device. */
    @PutMapping("/{check}/{device}/opened")
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void opened(
            @PathVariable @Sees(Subject.RUN) long id,
            @PathVariable long check,
            @PathVariable @Sees(Subject.DEVICE) String device,
            @AuthenticationPrincipal SignedIn me) {
        views.opened(id, device, check, me.login());
    }

    /** Answers the question of a check. */
    @PostMapping("/{check}/answer")
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunChecks answer(
            @PathVariable @Acts(Subject.RUN) long id,
            @PathVariable long check,
            @Valid @RequestBody AnswerRequest request,
            @AuthenticationPrincipal SignedIn me) {
        questions.answer(id, check, request.devices(), request.yes(), request.words(), me.login());
        return views.of(id);
    }
}
