package io.safestep.app.now;

import io.safestep.app.change.ChangesInSight;
import io.safestep.app.inventory.DeviceTable;
import io.safestep.app.next.NextSteps;
import io.safestep.app.now.NowView.Need;
import io.safestep.app.people.People;
import io.safestep.app.run.views.RecentRuns;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.schedule.ScheduleViews;
import io.safestep.app.schedule.freezes.Stretch;
import io.safestep.app.sight.Sight;
import io.safestep.app.standard.StandardApprovals;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
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
    private final Schedule schedule;
    private final RecentRuns recentRuns;
    private final DeviceTable devices;
    private final People people;
    private final FirstChangeFacts first;
    private final StandardApprovals standards;
    private final Clock clock;

    NowController(
            NextSteps steps,
            Schedule schedule,
            RecentRuns recentRuns,
            DeviceTable devices,
            People people,
            FirstChangeFacts first,
            StandardApprovals standards,
            Clock clock) {
        this.steps = steps;
        this.schedule = schedule;
        this.recentRuns = recentRuns;
        this.devices = devices;
        this.people = people;
        this.first = first;
        this.standards = standards;
        this.clock = clock;
    }

    @GetMapping("/api/now")
    @PreAuthorize("hasAuthority('READ')")
    @Transactional(readOnly = true)
    public NowView now(Sight sight) {
        Instant now = clock.instant();
        List<Need> needs = steps.open(people.withLogin(sight.login()), sight).stream()
                .filter(w -> w.step().yours())
                .map(w -> Need.of(w.change(), w.step()))
                .sorted(Comparator.comparing(Need::kind).thenComparing(Need::since, Comparator.reverseOrder()))
                .toList();
        ScheduleViews.Opening window = schedule.between(Stretch.from(now, Duration.ofDays(7)), sight).stream()
                .findFirst()
                .orElse(null);
        NotRightInNetwork network = NotRightInNetwork.of(
                devices.rows(sight).stream().map(Trouble::of).toList());
        List<NowView.Preparation> preparations = sight.actsOnEverything()
                ? first.missing().stream().map(NowView.Preparation::of).toList()
                : List.of();
        return new NowView(
                needs,
                standards.awaiting(sight),
                window,
                network.single(),
                network.many(),
                recent(now, sight),
                preparations);
    }

    private List<NowView.Recent> recent(Instant now, Sight sight) {
        return recentRuns.endedSince(now.minus(Duration.ofDays(1))).stream()
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
