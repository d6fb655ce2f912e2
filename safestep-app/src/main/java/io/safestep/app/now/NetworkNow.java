package io.safestep.app.now;

import io.safestep.app.inventory.DeviceTable;
import io.safestep.app.kept.FoundOnce;
import io.safestep.app.kept.Stamps;
import io.safestep.app.run.views.RecentRuns;
import io.safestep.app.schedule.Planned;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.schedule.freezes.Stretch;
import io.safestep.app.sight.Sight;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is the same for everybody on the page Now, found out once. */
@Component
class NetworkNow {

    private final Schedule schedule;
    private final RecentRuns recentRuns;
    private final Clock clock;
    private final DeviceTable devices;
    private final FoundOnce<Facts> found;
    private final FoundOnce<NotRightInNetwork> foundOfAll;

    NetworkNow(Schedule schedule, RecentRuns recentRuns, DeviceTable devices, Stamps stamps, Clock clock) {
        this.schedule = schedule;
        this.recentRuns = recentRuns;
        this.clock = clock;
        this.devices = devices;
        this.foundOfAll =
                new FoundOnce<>(stamps, Stamps.Listed.DEVICES, clock, () -> notRightAmong(Sight.everything("")));
        this.found = new FoundOnce<>(stamps, Stamps.Listed.OPEN_CHANGES, clock, this::find);
    }

    /**
     * @param planned openings of the next seven days
     * @param ended runs of the last day
     */
    record Facts(Planned planned, List<RecentRuns.Ended> ended) {}

    @Transactional(readOnly = true)
    Facts facts() {
        return found.now();
    }

    /** What is not right with the devices that somebody sees. */
    @Transactional(readOnly = true)
    NotRightInNetwork notRight(Sight sight) {
        return sight.readsEverything() ? foundOfAll.now() : notRightAmong(sight);
    }

    private NotRightInNetwork notRightAmong(Sight sight) {
        return NotRightInNetwork.of(
                devices.rows(sight).stream().map(Trouble::of).toList());
    }

    private Facts find() {
        Instant now = clock.instant();
        return new Facts(
                schedule.between(Stretch.from(now, Duration.ofDays(7))),
                recentRuns.endedSince(now.minus(Duration.ofDays(1))));
    }
}
