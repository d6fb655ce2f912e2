package io.safestep.app.next;

import io.safestep.app.change.views.ChangeView;
import io.safestep.app.people.People;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.core.next.NextStep;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What changes wait for, over HTTP. */
@RestController
@RequestMapping("/api/changes")
class NextController {

    private final NextSteps steps;
    private final People people;

    NextController(NextSteps steps, People people) {
        this.steps = steps;
        this.people = people;
    }

    /** A change in the list of all, with what it waits for as the one who asks may see to it. */
    record Listed(ChangeView.Row change, NextStep next) {}

    /** The newest 2,000, highest number first. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<Listed> all(Sight sight) {
        return steps.newest(people.withLogin(sight.login()), sight).stream()
                .map(w -> new Listed(ChangeView.Row.of(w.change()).told(sight), w.step()))
                .toList();
    }

    @GetMapping("/{number}/next")
    @PreAuthorize("hasAuthority('READ')")
    NextSteps.Standing next(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return steps.of(number, people.withLogin(sight.login()), sight);
    }
}
