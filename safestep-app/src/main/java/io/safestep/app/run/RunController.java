package io.safestep.app.run;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.run.controls.RunControls;
import io.safestep.app.run.controls.StuckControls;
import io.safestep.app.run.views.RunEvents;
import io.safestep.app.run.views.RunView;
import io.safestep.app.run.views.RunViews;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Runs over HTTP. */
@RestController
class RunController {

    private final Runs runs;
    private final RunControls controls;
    private final StuckControls stuck;
    private final RunViews views;
    private final RunEvents events;

    RunController(Runs runs, RunControls controls, StuckControls stuck, RunViews views, RunEvents events) {
        this.runs = runs;
        this.controls = controls;
        this.stuck = stuck;
        this.views = views;
        this.events = events;
    }

    /** The runs of a change, newest first. */
    @GetMapping("/api/changes/{number}/runs")
    @PreAuthorize("hasAuthority('READ')")
    List<RunView> ofChange(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return views.ofChange(number).stream().map(r -> r.told(sight)).toList();
    }

    /** Starts the run of a booked change inside its window. */
    @PostMapping("/api/changes/{number}/runs")
    @ResponseStatus(HttpStatus.CREATED)
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunView start(@PathVariable @Acts(Subject.CHANGE) int number, @AuthenticationPrincipal SignedIn me) {
        return runs.start(number, me.login());
    }

    @GetMapping("/api/runs/{id}")
    @PreAuthorize("hasAuthority('READ')")
    RunView one(@PathVariable @Sees(Subject.RUN) long id, Sight sight) {
        return views.one(id).told(sight);
    }

    /** What was said during the run, oldest first, at most 5,000 lines after the given one. */
    @GetMapping("/api/runs/{id}/lines")
    @PreAuthorize("hasAuthority('READ')")
    List<RunView.Line> lines(
            @PathVariable @Sees(Subject.RUN) long id, @RequestParam(defaultValue = "0") long after, Sight sight) {
        return views.lines(id, after).stream()
                .filter(l -> l.isFor(sight))
                .map(l -> l.told(sight))
                .toList();
    }

    /** The same lines as server-sent events, as they come; ends with an event {@code ended}. */
    @GetMapping(path = "/api/runs/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    SseEmitter events(
            @PathVariable @Sees(Subject.RUN) long id,
            @RequestParam(defaultValue = "0") long after,
            @RequestHeader(name = "Last-Event-ID", required = false) Long lastEventId,
            Sight sight) {
        return events.open(id, lastEventId == null ? after : lastEventId, sight);
    }

    /** Stops before the next command and undoes everything that was pushed. */
    @PostMapping("/api/runs/{id}/stop")
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunView stop(@PathVariable @Acts(Subject.RUN) long id, @AuthenticationPrincipal SignedIn me) {
        return controls.stop(id, me.login());
    }

    /** Pauses when what is begun has come to its end. */
    @PostMapping("/api/runs/{id}/pause")
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunView pause(
            @PathVariable @Acts(Subject.RUN) long id,
            @Valid @RequestBody RunRequests.Pausing request,
            @AuthenticationPrincipal SignedIn me) {
        return controls.pause(id, request.after(), me.login());
    }

    /** Goes on after a pause, or without what was taken back. */
    @PostMapping("/api/runs/{id}/resumption")
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunView resume(
            @PathVariable @Acts(Subject.RUN) long id,
            @Valid @RequestBody RunRequests.Why request,
            @AuthenticationPrincipal SignedIn me) {
        return controls.resume(id, request.reason(), me.login());
    }

    /** Moves the end of the window for this run alone. */
    @PostMapping("/api/runs/{id}/lengthening")
    @PreAuthorize("hasAuthority('WRITE_WINDOWS')")
    RunView lengthen(
            @PathVariable @Acts(Subject.RUN) long id,
            @Valid @RequestBody RunRequests.Lengthening request,
            @AuthenticationPrincipal SignedIn me) {
        return controls.lengthen(id, request.until(), request.reason(), me.login());
    }

    /** Leaves a device out; one that was written to is taken back first. */
    @PostMapping("/api/runs/{id}/devices/{device}/skip")
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunView skip(
            @PathVariable @Acts(Subject.RUN) long id,
            @PathVariable @Acts(Subject.DEVICE) String device,
            @Valid @RequestBody RunRequests.Why request,
            @AuthenticationPrincipal SignedIn me) {
        return controls.skip(id, device, request.reason(), me.login());
    }

    /** Does once more what failed on a device. */
    @PostMapping("/api/runs/{id}/devices/{device}/retry")
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunView retry(
            @PathVariable @Acts(Subject.RUN) long id,
            @PathVariable @Acts(Subject.DEVICE) String device,
            @AuthenticationPrincipal SignedIn me) {
        return controls.retry(id, device, me.login());
    }

    /** Proposes to let a failed check pass, or agrees with the proposal of another person. */
    @PostMapping("/api/runs/{id}/devices/{device}/override")
    @PreAuthorize("hasAnyAuthority('RUN_CHANGES', 'DECIDE_CHANGES')")
    RunView override(
            @PathVariable @Acts(Subject.RUN) long id,
            @PathVariable @Acts(Subject.DEVICE) String device,
            @Valid @RequestBody RunRequests.Why request,
            @AuthenticationPrincipal SignedIn me) {
        return controls.override(id, device, request.reason(), me.login());
    }

    /** Commands that lead a device from what it showed last back to what it held before, as plain text. */
    @GetMapping(path = "/api/runs/{id}/devices/{device}/lines-back", produces = MediaType.TEXT_PLAIN_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    String linesBack(@PathVariable @Sees(Subject.RUN) long id, @PathVariable @Sees(Subject.DEVICE) String device) {
        return stuck.linesBack(id, device);
    }

    /** Tries a way back that failed once more. */
    @PostMapping("/api/runs/{id}/way-back")
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunView retryWayBack(
            @PathVariable @Acts(Subject.RUN) long id,
            @Valid @RequestBody RunRequests.WayBack request,
            @AuthenticationPrincipal SignedIn me) {
        return stuck.retryWayBack(id, request.whole(), me.login());
    }

    /** Proposes to leave the devices of a stuck run as they are, or agrees with the proposal of another person. */
    @PostMapping("/api/runs/{id}/acceptance")
    @PreAuthorize("hasAnyAuthority('RUN_CHANGES', 'DECIDE_CHANGES')")
    RunView accept(
            @PathVariable @Acts(Subject.RUN) long id,
            @Valid @RequestBody RunRequests.Why request,
            @AuthenticationPrincipal SignedIn me) {
        return stuck.accept(id, request.reason(), me.login());
    }
}
