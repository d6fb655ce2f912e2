package io.safestep.app.check;

import io.safestep.app.people.SignedIn;
import io.safestep.core.check.CheckSetRule;
import io.safestep.core.check.Topic;
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

/** The library of checks over HTTP: checks, their sets, and services. */
@RestController
@RequestMapping("/api")
class CheckController {

    private final CheckLibrary library;
    private final NetworkServices services;
    private final CheckTrials trials;
    private final CheckRules rules;

    CheckController(CheckLibrary library, NetworkServices services, CheckTrials trials, CheckRules rules) {
        this.library = library;
        this.services = services;
        this.trials = trials;
        this.rules = rules;
    }

    /** @param version that was read before; 0 for a new one */
    record LibraryCheckRequest(
            int version,

            @NotBlank(message = "Give the check a name.") @Size(max = 80, message = "At most 80 characters.")
            String name,

            @NotNull @Size(max = 1_000, message = "At most 1,000 characters.")
            String description,

            @NotNull @Valid CheckRequest check) {

        CheckLibrary.WantedCheck wanted() {
            return new CheckLibrary.WantedCheck(version, name, description, check.definition());
        }
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

    record TrialRequest(
            @NotBlank(message = "Choose a device.") @Size(max = 60)
            String device,

            @NotNull @Valid CheckRequest check) {}

    /** The read commands that platform profiles name. */
    @GetMapping("/checks/reads")
    @PreAuthorize("hasAuthority('READ')")
    List<ReadableCommand> reads() {
        return rules.reads();
    }

    /** All by name. */
    @GetMapping("/checks")
    @PreAuthorize("hasAuthority('READ')")
    List<LibraryCheckView> checks() {
        return library.checks();
    }

    @PostMapping("/checks")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<LibraryCheckView> add(@Valid @RequestBody LibraryCheckRequest request, @AuthenticationPrincipal SignedIn me) {
        library.save(null, request.wanted(), me.login());
        return library.checks();
    }

    @PutMapping("/checks/{id}")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<LibraryCheckView> change(
            @PathVariable long id,
            @Valid @RequestBody LibraryCheckRequest request,
            @AuthenticationPrincipal SignedIn me) {
        library.save(id, request.wanted(), me.login());
        return library.checks();
    }

    @DeleteMapping("/checks/{id}")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        library.removeCheck(id, me.login());
    }

    /** Looks now, on a live device. Nothing is written to it. */
    @PostMapping("/checks/trial")
    @PreAuthorize("hasAuthority('READ_DEVICES')")
    CheckTrials.Trial trial(@Valid @RequestBody TrialRequest request) {
        return trials.on(request.device(), request.check().definition());
    }

    /** All by name. */
    @GetMapping("/check-sets")
    @PreAuthorize("hasAuthority('READ')")
    List<CheckSetView> sets() {
        return library.sets();
    }

    @PostMapping("/check-sets")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<CheckSetView> addSet(@Valid @RequestBody CheckSetRequest request, @AuthenticationPrincipal SignedIn me) {
        library.saveSet(null, request.wanted(), me.login());
        return library.sets();
    }

    @PutMapping("/check-sets/{id}")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<CheckSetView> changeSet(
            @PathVariable long id, @Valid @RequestBody CheckSetRequest request, @AuthenticationPrincipal SignedIn me) {
        library.saveSet(id, request.wanted(), me.login());
        return library.sets();
    }

    @DeleteMapping("/check-sets/{id}")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeSet(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        library.removeSet(id, me.login());
    }

    /** All by name. */
    @GetMapping("/services")
    @PreAuthorize("hasAuthority('READ')")
    List<ServiceView> services() {
        return services.all();
    }

    @PostMapping("/services")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<ServiceView> addService(@Valid @RequestBody ServiceRequest request, @AuthenticationPrincipal SignedIn me) {
        services.save(null, request, me.login());
        return services.all();
    }

    @PutMapping("/services/{id}")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<ServiceView> changeService(
            @PathVariable long id, @Valid @RequestBody ServiceRequest request, @AuthenticationPrincipal SignedIn me) {
        services.save(id, request, me.login());
        return services.all();
    }

    @DeleteMapping("/services/{id}")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeService(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        services.remove(id, me.login());
    }
}
