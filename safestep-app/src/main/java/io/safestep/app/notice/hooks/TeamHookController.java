package io.safestep.app.notice.hooks;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The program of a team, over HTTP. */
@RestController
@RequestMapping("/api/teams/{id}/program")
class TeamHookController {

    private static final String WIDE = "The program of a team";

    private final TeamHooks hooks;

    TeamHookController(TeamHooks hooks) {
        this.hooks = hooks;
    }

    record HookRequest(
            @NotBlank(message = "Say where the program is to be told things.")
            @Size(max = 500, message = "At most 500 characters.")
            String address) {}

    /** 204 when the team has none. */
    @GetMapping
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(WIDE)
    ResponseEntity<TeamHooks.HookView> of(@PathVariable long id) {
        return hooks.of(id)
                .map(ResponseEntity::ok)
                .orElseGet(() -> ResponseEntity.noContent().build());
    }

    /** The key when one was made; 204 when the one there was goes on. */
    @PutMapping
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(WIDE)
    ResponseEntity<TeamHooks.NewKey> set(
            @PathVariable long id, @Valid @RequestBody HookRequest request, @AuthenticationPrincipal SignedIn me) {
        return Optional.ofNullable(hooks.set(id, request.address(), me.login()))
                .map(ResponseEntity::ok)
                .orElseGet(() -> ResponseEntity.noContent().build());
    }

    @PostMapping("/key")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(WIDE)
    TeamHooks.NewKey renewed(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        return hooks.renewed(id, me.login());
    }

    @PostMapping("/trial")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(WIDE)
    HookSender.Outcome tried(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        return hooks.tried(id, me.login());
    }

    @DeleteMapping
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @NetworkWide(WIDE)
    ResponseEntity<Void> remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        hooks.remove(id, me.login());
        return ResponseEntity.noContent().build();
    }
}
