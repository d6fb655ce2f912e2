package io.safestep.app.check.library;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import io.safestep.core.check.definition.CheckSetRule;
import io.safestep.core.check.definition.Topic;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
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

/** Sets of checks over HTTP. */
@RestController
@RequestMapping("/api/check-sets")
class CheckSetController {

    private final CheckLibrary library;

    CheckSetController(CheckLibrary library) {
        this.library = library;
    }

    /**
     * @param version that was read before; 0 for a new one
     * @param roles device roles in lower case; empty for all
     * @param topics what a change has to touch; empty for every change
     */
    record CheckSetRequest(
            int version,

            @NotBlank(message = "Give the set a name.") @Size(max = 80, message = "At most 80 characters.")
            String name,

            @NotNull @Size(max = 1_000, message = "At most 1,000 characters.")
            String description,

            @NotNull @Size(max = 6)
            Set<@Pattern(regexp = "core|distribution|access|edge|firewall|relay", message = "No such role.") String>
                    roles,

            @NotNull @Size(max = 50) Set<@NotBlank @Size(max = 60) String> platforms,
            @NotNull @Size(max = 5) Set<Topic> topics,

            @NotEmpty(message = "Choose at least one check.") @Size(max = 50, message = "At most 50 checks.")
            List<@NotBlank @Size(max = 80) String> checks) {

        CheckLibrary.WantedSet wanted() {
            return new CheckLibrary.WantedSet(
                    version, name, description, new CheckSetRule(roles, platforms, topics), checks);
        }
    }

    /** All by name. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<CheckSetView> sets() {
        return library.sets();
    }

    @PostMapping
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<CheckSetView> add(@Valid @RequestBody CheckSetRequest request, @AuthenticationPrincipal SignedIn me) {
        library.saveSet(null, request.wanted(), me.login());
        return library.sets();
    }

    @PutMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<CheckSetView> change(
            @PathVariable long id, @Valid @RequestBody CheckSetRequest request, @AuthenticationPrincipal SignedIn me) {
        library.saveSet(id, request.wanted(), me.login());
        return library.sets();
    }

    @DeleteMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        library.removeSet(id, me.login());
    }
}
