package io.safestep.app.round;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.core.people.Right;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Rounds over HTTP. Each action asks for its own right. */
@RestController
@RequestMapping("/api/rounds")
class RoundController {

    private final Rounds rounds;

    RoundController(Rounds rounds) {
        this.rounds = rounds;
    }

    /** @param argument what the action needs beside the devices; empty for nothing */
    record RoundRequest(
            @NotBlank @Size(max = 30) String action,
            @NotNull @Size(max = 100) String argument,

            @NotNull @Size(max = Rounds.MOST_DEVICES, message = "At most 20,000 devices in one round.")
            Set<String> devices) {}

    /** The newest 20, without their results. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<RoundView> recent(Sight sight) {
        return rounds.recent().stream().filter(r -> rounds.shows(sight, r)).toList();
    }

    @GetMapping("/{id}")
    @PreAuthorize("hasAuthority('READ')")
    RoundView one(@PathVariable @Sees(Subject.ROUND) long id, Sight sight) {
        return rounds.view(id).told(sight);
    }

    @PostMapping
    @PreAuthorize("hasAnyAuthority('READ_DEVICES', 'WRITE_DEVICES', 'WRITE_CREDENTIALS', 'SAVE_DEVICES')")
    RoundView start(@Valid @RequestBody RoundRequest request, Sight sight, @AuthenticationPrincipal SignedIn me) {
        refuseUnless(me, rounds.action(request.action()).right());
        sight.mustAct(request.devices());
        return rounds.start(request.action(), request.argument(), request.devices(), me.login());
    }

    @PostMapping("/{id}/retry")
    @PreAuthorize("hasAnyAuthority('READ_DEVICES', 'WRITE_DEVICES', 'WRITE_CREDENTIALS', 'SAVE_DEVICES')")
    RoundView retry(@PathVariable @Acts(Subject.ROUND) long id, @AuthenticationPrincipal SignedIn me) {
        refuseUnless(me, rounds.action(rounds.actionOf(id)).right());
        return rounds.retry(id, me.login());
    }

    @PostMapping("/{id}/stop")
    @PreAuthorize("hasAnyAuthority('READ_DEVICES', 'WRITE_DEVICES', 'WRITE_CREDENTIALS', 'SAVE_DEVICES')")
    RoundView stop(@PathVariable @Acts(Subject.ROUND) long id, @AuthenticationPrincipal SignedIn me) {
        refuseUnless(me, rounds.action(rounds.actionOf(id)).right());
        return rounds.stop(id, me.login());
    }

    private static void refuseUnless(SignedIn me, Right right) {
        boolean has = me.getAuthorities().stream().anyMatch(a -> right.name().equals(a.getAuthority()));
        if (!has) {
            throw ProblemException.forbidden("Your roles do not allow this. An administrator can give you the right.");
        }
    }
}
