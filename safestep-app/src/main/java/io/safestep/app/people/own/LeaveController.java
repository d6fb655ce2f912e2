package io.safestep.app.people.own;

import io.safestep.app.people.accounts.PeopleReach;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Leaves over HTTP: one's own, and those of others for administrators. */
@RestController
class LeaveController {

    private final PersonRepository people;
    private final Leaves leaves;
    private final PeopleReach reach;

    LeaveController(PersonRepository people, Leaves leaves, PeopleReach reach) {
        this.people = people;
        this.reach = reach;
        this.leaves = leaves;
    }

    /**
     * @param first the first day away, in the network's time zone
     * @param last the last one
     * @param deputy log-in of who acts for them; null for nobody
     */
    record LeaveRequest(
            @Nullable LocalDate first,
            @Nullable LocalDate last,
            @Size(max = 40) @Nullable String deputy) {

        private Leaves.Wanted wanted() {
            return new Leaves.Wanted(first, last, deputy);
        }
    }

    @GetMapping("/api/own/leaves")
    @PreAuthorize("hasAuthority('READ')")
    List<Leaves.View> own(@AuthenticationPrincipal SignedIn me) {
        return leaves.of(person(me.login()));
    }

    @PostMapping("/api/own/leaves")
    @PreAuthorize("hasAuthority('READ')")
    List<Leaves.View> take(@Valid @RequestBody LeaveRequest request, @AuthenticationPrincipal SignedIn me) {
        return leaves.take(person(me.login()), request.wanted(), me.login());
    }

    @DeleteMapping("/api/own/leaves/{id}")
    @PreAuthorize("hasAuthority('READ')")
    List<Leaves.View> takeBack(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        return leaves.takeBack(person(me.login()), id, me.login());
    }

    @GetMapping("/api/accounts/{login}/leaves")
    @PreAuthorize("hasAuthority('READ')")
    List<Leaves.View> ofOthers(@PathVariable String login) {
        return leaves.of(person(login));
    }

    @PostMapping("/api/accounts/{login}/leaves")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    List<Leaves.View> takeForOthers(
            @PathVariable String login,
            @Valid @RequestBody LeaveRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return leaves.take(reached(login, me), request.wanted(), me.login());
    }

    @DeleteMapping("/api/accounts/{login}/leaves/{id}")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    List<Leaves.View> takeBackOfOthers(
            @PathVariable String login, @PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        return leaves.takeBack(reached(login, me), id, me.login());
    }

    private Person reached(String login, SignedIn me) {
        Person person = person(login);
        reach.check(me.login(), person);
        return person;
    }

    private Person person(String login) {
        return people.named(login);
    }
}
