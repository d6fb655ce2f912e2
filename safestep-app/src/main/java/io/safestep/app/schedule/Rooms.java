package io.safestep.app.schedule;

import io.safestep.app.change.stored.RunWork;
import io.safestep.app.schedule.freezes.Freezes;
import io.safestep.app.schedule.freezes.Frozen;
import io.safestep.app.schedule.windows.Booking;
import io.safestep.app.schedule.windows.Windows.Opening;
import io.safestep.core.schedule.Fit;
import io.safestep.core.schedule.Occurrence;
import io.safestep.core.schedule.RunEstimate;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How much room there is for runs: in openings of windows, between freezes. What many changes need is read at once. */
@Component
class Rooms {

    private final ChangeTimes times;
    private final Freezes freezes;

    Rooms(ChangeTimes times, Freezes freezes) {
        this.times = times;
        this.freezes = freezes;
    }

    /** For some changes, as things are now. */
    Reckoned of(Collection<RunWork> work) {
        return new Reckoned(
                times.estimates(work),
                freezes.inForce(work.stream()
                        .flatMap(w -> w.deviceIds().stream())
                        .distinct()
                        .toList()),
                work);
    }

    /** What was read for some changes. */
    static final class Reckoned {
        private final Map<Long, RunEstimate> estimates;
        private final Freezes.InForce freezes;
        private final Map<Long, RunWork> work = new HashMap<>();

        private Reckoned(Map<Long, RunEstimate> estimates, Freezes.InForce freezes, Collection<RunWork> work) {
            this.estimates = estimates;
            this.freezes = freezes;
            work.forEach(w -> this.work.put(w.changeId(), w));
        }

        RunEstimate estimate(long changeId) {
            return Objects.requireNonNull(estimates.get(changeId), "Another change was reckoned.");
        }

        private RunWork work(long changeId) {
            return Objects.requireNonNull(work.get(changeId), "Another change was reckoned.");
        }

        /** The freezes that keep a change from running; an emergency is kept by none. */
        List<Frozen> frozen(long changeId, Instant from, Instant to) {
            RunWork of = work(changeId);
            return of.emergency() ? List.of() : freezes.over(of.deviceIds(), from, to);
        }

        /** The freeze in which something on its devices would run at a moment, emergency or not. */
        Optional<Frozen> freezeAt(long changeId, Instant moment) {
            return freezes.over(work(changeId).deviceIds(), moment, moment.plusMillis(1)).stream()
                    .findFirst();
        }

        /** How a run that starts now, or when the opening begins, fits into it. */
        Schedule.Room room(long changeId, Occurrence opening, Instant now) {
            Instant from = now.isBefore(opening.start()) ? opening.start() : now;
            List<Frozen> frozen = from.isBefore(opening.end()) ? frozen(changeId, from, opening.end()) : List.of();
            Fit fit = Fit.of(opening, now, estimate(changeId), Frozen.occurrences(frozen));
            return new Schedule.Room(fit, inTheWay(opening, fit, frozen));
        }

        ScheduleViews.BookingView view(Booking b, Instant now) {
            Schedule.Room room = room(b.changeId(), b.occurrence(), now);
            return new ScheduleViews.BookingView(
                    b.window().id(),
                    b.window().name(),
                    b.occurrence().start(),
                    b.occurrence().end(),
                    b.occurrence().contains(now),
                    !now.isBefore(b.occurrence().end()),
                    b.automatic(),
                    room.fit().fits(),
                    room.fit().turnBack(),
                    room.frozen(),
                    b.refusal());
        }

        ScheduleViews.FitView view(long changeId, Opening o, Instant now) {
            Schedule.Room room = room(changeId, o.occurrence(), now);
            RunEstimate estimate = estimate(changeId);
            return new ScheduleViews.FitView(
                    o.window().id(),
                    o.window().name(),
                    o.occurrence().start(),
                    o.occurrence().end(),
                    o.occurrence().contains(now),
                    room.fit().fits(),
                    room.fit().spare().toSeconds(),
                    estimate.forward().toSeconds(),
                    estimate.wayBack().toSeconds(),
                    room.fit().turnBack(),
                    room.fit().lastStart(),
                    room.frozen());
        }

        /** The freeze at which the time for a run ends; null when that is the end of the opening. */
        private static @Nullable Frozen inTheWay(Occurrence opening, Fit fit, List<Frozen> frozen) {
            return fit.closes().equals(opening.end())
                    ? null
                    : frozen.stream()
                            .filter(f -> f.begins().equals(fit.closes())
                                    || f.occurrence().contains(fit.closes()))
                            .max(Comparator.comparing(Frozen::ends))
                            .orElse(null);
        }
    }
}
