package io.safestep.app.run;

import io.safestep.app.people.SignedIn;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Runs over HTTP. */
@RestController
class RunController {

    private final Runs runs;
    private final RunViews views;
    private final RunEvents events;

    RunController(Runs runs, RunViews views, RunEvents events) {
        this.runs = runs;
        this.views = views;
        this.events = events;
    }

    /** The runs of a change, newest first. */
    @GetMapping("/api/changes/{number}/runs")
    @PreAuthorize("hasAuthority('READ')")
    List<RunView> ofChange(@PathVariable int number) {
        return views.ofChange(number);
    }

    /** Starts the run of a booked change inside its window. */
    @PostMapping("/api/changes/{number}/runs")
    @ResponseStatus(HttpStatus.CREATED)
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunView start(@PathVariable int number, @AuthenticationPrincipal SignedIn me) {
        return runs.start(number, me.login());
    }

    @GetMapping("/api/runs/{id}")
    @PreAuthorize("hasAuthority('READ')")
    RunView one(@PathVariable long id) {
        return views.one(id);
    }

    /** What was said during the run, oldest first, at most 5,000 lines after the given one. */
    @GetMapping("/api/runs/{id}/lines")
    @PreAuthorize("hasAuthority('READ')")
    List<RunView.Line> lines(@PathVariable long id, @RequestParam(defaultValue = "0") long after) {
        return views.lines(id, after);
    }

    /** The same lines as server-sent events, as they come; ends with an event {@code ended}. */
    @GetMapping(path = "/api/runs/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    SseEmitter events(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") long after,
            @RequestHeader(name = "Last-Event-ID", required = false) Long lastEventId) {
        return events.open(id, lastEventId == null ? after : lastEventId);
    }

    /** Stops before the next command and undoes everything that was pushed. */
    @PostMapping("/api/runs/{id}/stop")
    @PreAuthorize("hasAuthority('RUN_CHANGES')")
    RunView stop(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        return runs.stop(id, me.login());
    }
}
