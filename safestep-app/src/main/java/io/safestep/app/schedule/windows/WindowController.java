package io.safestep.app.schedule.windows;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Windows over HTTP. */
@RestController
class WindowController {

    private final Windows windows;

    WindowController(Windows windows) {
        this.windows = windows;
    }

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

    record RetireRequest(
            @NotBlank(message = "Say why it is to open no more.") @Size(max = 500, message = "At most 500 characters.")
            String reason) {}

    /** Those that have not been retired. */
    @GetMapping("/api/windows")
    @PreAuthorize("hasAuthority('READ')")
    List<WindowView> all() {
        return windows.all();
    }

    @PostMapping("/api/windows")
    @ResponseStatus(HttpStatus.CREATED)
    @NetworkWide("A window")
    @PreAuthorize("hasAuthority('WRITE_WINDOWS')")
    WindowAdded add(@Valid @RequestBody WindowRequest request, @AuthenticationPrincipal SignedIn me) {
        String recurrence =
                request.recurrence() == null || request.recurrence().isBlank() ? null : request.recurrence();
        return new WindowAdded(windows.add(
                new Windows.NewWindow(
                        request.name(), request.firstDay(), request.opens(), request.closes(), recurrence),
                me.login()));
    }

    /** From now on it opens no more. Refused while changes are booked into an opening to come. */
    @PostMapping("/api/windows/{id}/retirement")
    @NetworkWide("A window")
    @PreAuthorize("hasAuthority('WRITE_WINDOWS')")
    List<WindowView> retire(
            @PathVariable long id, @Valid @RequestBody RetireRequest request, @AuthenticationPrincipal SignedIn me) {
        windows.retire(id, request.reason(), me.login());
        return windows.all();
    }
}
