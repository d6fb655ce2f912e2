package io.safestep.app.schedule.freezes;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Freezes over HTTP. */
@RestController
class FreezeController {

    private final Freezes freezes;

    FreezeController(Freezes freezes) {
        this.freezes = freezes;
    }

    record LiftRequest(
            @NotBlank(message = "Say why changes may run again.") @Size(max = 500, message = "At most 500 characters.")
            String reason) {}

    /** Those that have not been lifted. */
    @GetMapping("/api/freezes")
    @PreAuthorize("hasAuthority('READ')")
    List<FreezeView> all(Sight sight) {
        return freezes.all().stream()
                .filter(f -> f.isFor(sight))
                .map(f -> f.told(sight))
                .toList();
    }

    /** Every time between two moments at which a freeze holds. */
    @GetMapping("/api/freezes/times")
    @PreAuthorize("hasAuthority('READ')")
    List<Frozen> between(@RequestParam String from, @RequestParam String to, Sight sight) {
        return freezes.between(Stretch.of(from, to), sight);
    }

    @PostMapping("/api/freezes")
    @ResponseStatus(HttpStatus.CREATED)
    @NetworkWide("A freeze")
    @PreAuthorize("hasAuthority('WRITE_WINDOWS')")
    List<FreezeView> add(@Valid @RequestBody FreezeRequest request, @AuthenticationPrincipal SignedIn me) {
        freezes.add(request, me.login());
        return freezes.all();
    }

    /** Ends a freeze for good. */
    @PostMapping("/api/freezes/{id}/lifting")
    @NetworkWide("A freeze")
    @PreAuthorize("hasAuthority('WRITE_WINDOWS')")
    List<FreezeView> lift(
            @PathVariable long id, @Valid @RequestBody LiftRequest request, @AuthenticationPrincipal SignedIn me) {
        freezes.lift(id, request.reason(), me.login());
        return freezes.all();
    }
}
