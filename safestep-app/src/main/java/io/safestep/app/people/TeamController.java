package io.safestep.app.people;

import io.safestep.app.people.signed.SignedIn;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Who there is, and teams, over HTTP. */
@RestController
class TeamController {

    private final Teams teams;
    private final People people;

    TeamController(Teams teams, People people) {
        this.teams = teams;
        this.people = people;
    }

    /** Somebody, by log-in and name. */
    record PersonEntry(String login, String name) {}

    @GetMapping("/api/people")
    @PreAuthorize("hasAuthority('READ')")
    List<PersonEntry> people() {
        return people.all().stream()
                .map(p -> new PersonEntry(p.login(), p.name()))
                .toList();
    }

    @GetMapping("/api/teams")
    @PreAuthorize("hasAuthority('READ')")
    List<Teams.TeamView> teams() {
        return teams.all();
    }

    @PostMapping("/api/teams")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    Teams.TeamView add(@Valid @RequestBody TeamRequest request, @AuthenticationPrincipal SignedIn me) {
        return teams.save(null, request.name(), request.members(), request.rota(), me.login());
    }

    @PutMapping("/api/teams/{id}")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    Teams.TeamView change(
            @PathVariable long id, @Valid @RequestBody TeamRequest request, @AuthenticationPrincipal SignedIn me) {
        return teams.save(id, request.name(), request.members(), request.rota(), me.login());
    }
}
