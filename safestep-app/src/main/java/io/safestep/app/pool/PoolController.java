package io.safestep.app.pool;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import io.safestep.core.pool.PoolKind;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
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

/** Pools over HTTP. */
@RestController
@RequestMapping("/api/pools")
class PoolController {

    private final Pools pools;

    PoolController(Pools pools) {
        this.pools = pools;
    }

    /** As {@link PoolView}. */
    record PoolRequest(
            @NotBlank(message = "Give the pool a name.") @Size(max = 60, message = "At most 60 characters.")
            String name,

            @NotNull(message = "Choose what it gives.") PoolKind kind,

            @NotNull @Size(max = 400, message = "At most 400 characters.")
            String description,

            @NotEmpty(message = "Write at least one range.") @Size(max = 100, message = "At most 100 ranges.")
            List<@NotBlank @Size(max = 60) String> ranges,

            @NotNull @Size(max = 500, message = "At most 500 exclusions.")
            List<@NotBlank @Size(max = 60) String> exclusions,

            @Min(value = 0, message = "From 0 to 32.") @Max(value = 32, message = "From 0 to 32.")
            int length,

            @NotNull @Size(max = 100, message = "At most 100 characters.")
            String numberPlace) {

        Pools.Wanted wanted() {
            return new Pools.Wanted(
                    name.strip(),
                    kind,
                    description.strip(),
                    ranges.stream().map(String::strip).toList(),
                    exclusions.stream().map(String::strip).toList(),
                    length,
                    numberPlace.strip());
        }
    }

    record ReleaseRequest(
            long allocation,

            @NotBlank(message = "Say why it is no longer needed.") @Size(max = 400, message = "At most 400 characters.")
            String reason) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<PoolView> all() {
        return pools.all();
    }

    /** One pool with everything in it that is not free. */
    @GetMapping("/{id}")
    @PreAuthorize("hasAuthority('READ')")
    PoolView one(@PathVariable long id, Sight sight) {
        return pools.one(id).told(sight);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    PoolView create(@Valid @RequestBody PoolRequest request, @AuthenticationPrincipal SignedIn me) {
        return pools.create(request.wanted(), me.login());
    }

    @PutMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    PoolView change(
            @PathVariable long id, @Valid @RequestBody PoolRequest request, @AuthenticationPrincipal SignedIn me) {
        return pools.change(id, request.wanted(), me.login());
    }

    /** Only a pool of which nothing was ever given can go. */
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        pools.remove(id, me.login());
    }

    /** Frees a value that a change holds. */
    @PostMapping("/{id}/releases")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    PoolView release(
            @PathVariable long id, @Valid @RequestBody ReleaseRequest request, @AuthenticationPrincipal SignedIn me) {
        return pools.freeByHand(id, request.allocation(), request.reason().strip(), me.login());
    }
}
