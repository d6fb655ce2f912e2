package io.safestep.app.regular;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import io.safestep.core.schedule.Recurrence;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Regular rounds over HTTP. */
@RestController
@RequestMapping("/api/regular-rounds")
class RegularRoundController {

    private final RegularRounds rounds;
    private final Network network;

    RegularRoundController(RegularRounds rounds, Network network) {
        this.rounds = rounds;
        this.network = network;
    }

    /**
     * @param group name of a group; null for all devices
     * @param at wall time in {@code zone}
     * @param zone null for the network's zone
     */
    record RegularRoundRequest(
            @NotBlank(message = "Give it a name.") @Size(max = 60, message = "At most 60 characters.")
            String name,

            @NotBlank @Size(max = 30) String action,
            @Nullable @Size(max = 60) String group,
            @NotNull(message = "Choose the first day.") LocalDate firstDay,
            @NotNull(message = "Choose a time.") LocalTime at,

            @NotBlank(message = "Say how often.") @Size(max = 200)
            String recurrence,

            @Nullable @Size(max = 60) String zone,

            @Min(value = 0, message = "0 minutes or more.") @Max(value = 720, message = "At most 720 minutes.")
            int spreadMinutes,

            boolean active) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<RegularRoundView> all(Sight sight) {
        return rounds.all().stream()
                .filter(r -> r.group() == null || sight.knowsGroup(r.group()))
                .toList();
    }

    /** What it would cost. Nothing is stored. */
    @PostMapping("/estimate")
    @NetworkWide("A regular round")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    Estimate estimate(@Valid @RequestBody RegularRoundRequest request) {
        return rounds.estimate(wanted(request));
    }

    @PostMapping
    @NetworkWide("A regular round")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    RegularRoundView add(@Valid @RequestBody RegularRoundRequest request, @AuthenticationPrincipal SignedIn me) {
        return rounds.save(null, wanted(request), me.login());
    }

    @PutMapping("/{id}")
    @NetworkWide("A regular round")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    RegularRoundView change(
            @PathVariable long id,
            @Valid @RequestBody RegularRoundRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return rounds.save(id, wanted(request), me.login());
    }

    @DeleteMapping("/{id}")
    @NetworkWide("A regular round")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        rounds.remove(id, me.login());
    }

    private RegularRounds.Wanted wanted(RegularRoundRequest r) {
        return new RegularRounds.Wanted(r.name(), r.action(), r.group(), times(r), r.spreadMinutes(), r.active());
    }

    private Recurrence times(RegularRoundRequest r) {
        ZoneId zone;
        try {
            zone = r.zone() == null ? network.zone() : ZoneId.of(r.zone());
        } catch (DateTimeException e) {
            throw ProblemException.invalid("zone", "There is no time zone called " + r.zone() + ".");
        }
        try {
            return new Recurrence(r.firstDay(), r.at(), r.recurrence(), zone);
        } catch (IllegalArgumentException e) {
            throw ProblemException.invalid("recurrence", String.valueOf(e.getMessage()));
        }
    }
}
