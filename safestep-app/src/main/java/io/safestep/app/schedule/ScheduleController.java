package io.safestep.app.schedule;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.schedule.freezes.Stretch;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Openings and bookings over HTTP. */
@RestController
class ScheduleController {

    private final Schedule schedule;

    ScheduleController(Schedule schedule) {
        this.schedule = schedule;
    }

    /** @param opensAt the start of the opening, UTC */
    record BookingRequest(
            long windowId,

            @NotNull(message = "Choose an opening of the window.")
            Instant opensAt,

            boolean automatic) {}

    /** Openings between two moments, both UTC, with what is booked into them. */
    @GetMapping("/api/schedule")
    @PreAuthorize("hasAuthority('READ')")
    List<ScheduleViews.Opening> between(@RequestParam String from, @RequestParam String to, Sight sight) {
        return schedule.between(Stretch.of(from, to)).seenBy(sight);
    }

    /** The booking of a change, and how it fits into every opening of the next seven days. */
    @GetMapping("/api/changes/{number}/booking")
    @PreAuthorize("hasAuthority('READ')")
    ScheduleViews.Placement placement(@PathVariable @Sees(Subject.CHANGE) int number) {
        return schedule.placement(number);
    }

    @PostMapping("/api/changes/{number}/booking")
    @PreAuthorize("hasAuthority('BOOK_CHANGES')")
    ScheduleViews.Placement book(
            @PathVariable @Acts(Subject.CHANGE) int number,
            @Valid @RequestBody BookingRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return schedule.book(number, request.windowId(), request.opensAt(), request.automatic(), me.login());
    }

    @DeleteMapping("/api/changes/{number}/booking")
    @PreAuthorize("hasAuthority('BOOK_CHANGES')")
    ScheduleViews.Placement cancel(
            @PathVariable @Acts(Subject.CHANGE) int number, @AuthenticationPrincipal SignedIn me) {
        return schedule.cancel(number, me.login());
    }
}
