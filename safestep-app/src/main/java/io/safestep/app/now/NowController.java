package io.safestep.app.now;

import io.safestep.app.change.ChangesInSight;
import io.safestep.app.next.NextSteps;
import io.safestep.app.now.NowView.Need;
import io.safestep.app.people.People;
import io.safestep.app.run.views.RecentRuns;
import io.safestep.app.sight.Sight;
import io.safestep.app.standard.StandardApprovals;
import java.util.Comparator;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What matters to a person at this moment. */
@RestController
class NowController {

    private final NextSteps steps;
    private final NetworkNow network;
    private final People people;
    private final FirstChangeFacts first;
    private final StandardApprovals standards;

    NowController(
            NextSteps steps, NetworkNow network, People people, FirstChangeFacts first, StandardApprovals standards) {
        this.steps = steps;
        this.network = network;
        this.people = people;
        this.first = first;
        this.standards = standards;
    }

    @GetMapping("/api/now")
    @PreAuthorize("hasAuthority('READ')")
    @Transactional(readOnly = true)
    public NowView now(Sight sight) {
        List<Need> needs = steps.open(people.withLogin(sight.login()), sight).stream()
                .filter(w -> w.step().yours())
                .map(w -> Need.of(w.change(), w.step()))
                .sorted(Comparator.comparing(Need::kind).thenComparing(Need::since, Comparator.reverseOrder()))
                .toList();
        NetworkNow.Facts facts = network.facts();
        NotRightInNetwork wrong = network.notRight(sight);
        List<NowView.Preparation> preparations = sight.actsOnEverything()
                ? first.missing().stream().map(NowView.Preparation::of).toList()
                : List.of();
        return new NowView(
                needs,
                standards.awaiting(sight),
                facts.planned().firstSeenBy(sight).orElse(null),
                wrong.single(),
                wrong.many(),
                recent(facts.ended(), sight),
                preparations);
    }

    private static List<NowView.Recent> recent(List<RecentRuns.Ended> ended, Sight sight) {
        return ended.stream()
                .filter(r -> ChangesInSight.shows(sight, r.author(), r.devices()))
                .map(r -> new NowView.Recent(
                        r.number(),
                        "CR-" + r.number(),
                        r.title(),
                        r.state(),
                        sight.seen(r.devices()),
                        sight.told(r.verdict()),
                        r.endedAt()))
                .toList();
    }
}
