package io.safestep.app.schedule;

import io.safestep.app.people.SignedIn;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Windows and bookings over HTTP. */
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

    /**
     * A window in the network's time zone.
     *
     * @param opens wall time
     * @param closes wall time; when not after {@code opens}, on the next day
     * @param recurrence a rule by RFC 5545 such as {@code FREQ=DAILY}; null for a single window
     */
    record WindowRequest(
            @NotBlank(message = "Give the window a name.") @Size(max = 80, message = "At most 80 characters.")
            String name,

            @NotNull(message = "Choose the first day.") LocalDate firstDay,
            @NotNull(message = "Say when it opens.") LocalTime opens,
            @NotNull(message = "Say when it closes.") LocalTime closes,
            @Nullable @Size(max = 200) String recurrence) {}

    record WindowAdded(long id) {}

    /** Openings between two moments, both UTC, with what is booked into them. */
    @GetMapping("/api/schedule")
    @PreAuthorize("hasAuthority('READ')")
    List<ScheduleViews.Opening> between(@RequestParam String from, @RequestParam String to) {
        return schedule.between(Schedule.instant("from", from), Schedule.instant("to", to));
    }

    @PostMapping("/api/windows")
    @ResponseStatus(HttpStatus.CREATED)
    @PreAuthorize("hasAuthority('WRITE_WINDOWS')")
    WindowAdded addWindow(@Valid @RequestBody WindowRequest request, @AuthenticationPrincipal SignedIn me) {
        String recurrence =
                request.recurrence() == null || request.recurrence().isBlank() ? null : request.recurrence();
        return new WindowAdded(schedule.addWindow(
                new Schedule.NewWindow(
                        request.name(), request.firstDay(), request.opens(), request.closes(), recurrence),
                me.login()));
    }

    /** The booking of a change, and how it fits into every opening of the next seven days. */
    @GetMapping("/api/changes/{number}/booking")
    @PreAuthorize("hasAuthority('READ')")
    ScheduleViews.Placement placement(@PathVariable int number) {
        return schedule.placement(number);
    }

    @PostMapping("/api/changes/{number}/booking")
    @PreAuthorize("hasAuthority('BOOK_CHANGES')")
    ScheduleViews.Placement book(
            @PathVariable int number,
            @Valid @RequestBody BookingRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return schedule.book(number, request.windowId(), request.opensAt(), request.automatic(), me.login());
    }

    @DeleteMapping("/api/changes/{number}/booking")
    @PreAuthorize("hasAuthority('BOOK_CHANGES')")
    ScheduleViews.Placement cancel(@PathVariable int number, @AuthenticationPrincipal SignedIn me) {
        return schedule.cancel(number, me.login());
    }
}
