package io.safestep.app.check.services;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import jakarta.validation.Valid;
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

/** Services over HTTP. */
@RestController
@RequestMapping("/api/services")
class ServiceController {

    private final NetworkServices services;

    ServiceController(NetworkServices services) {
        this.services = services;
    }

    /** All by name. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<ServiceView> all(Sight sight) {
        return services.all().stream()
                .map(s -> s.told(sight))
                .filter(s -> sight.readsEverything() || !s.ends().isEmpty())
                .toList();
    }

    @PostMapping
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<ServiceView> add(@Valid @RequestBody ServiceRequest request, @AuthenticationPrincipal SignedIn me) {
        services.save(null, request, me.login());
        return services.all();
    }

    @PutMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<ServiceView> change(
            @PathVariable long id, @Valid @RequestBody ServiceRequest request, @AuthenticationPrincipal SignedIn me) {
        services.save(id, request, me.login());
        return services.all();
    }

    @DeleteMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        services.remove(id, me.login());
    }
}
