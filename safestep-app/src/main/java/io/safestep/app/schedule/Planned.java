package io.safestep.app.schedule;

import io.safestep.app.change.ChangesInSight;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.change.stored.RunWork;
import io.safestep.app.schedule.windows.Booking;
import io.safestep.app.schedule.windows.Windows;
import io.safestep.app.sight.Sight;
import io.safestep.core.schedule.RunEstimate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Openings of windows with what is booked into them, the earliest first. May be asked by several threads. */
public final class Planned {

    private final List<Opening> openings;

    private Planned(List<Opening> openings) {
        this.openings = openings;
    }

    /** @param free seconds that all bookings together leave */
    private record Opening(Windows.Opening opening, List<Booked> booked, long free) {}

    /** @param devices names */
    private record Booked(ScheduleViews.Booked view, String author, List<String> devices) {}

    /**
     * @param changes by their ids
     * @param estimates by the ids of changes
     */
    static Planned of(
            List<Windows.Opening> openings,
            List<Booking> bookings,
            Map<Long, Outline> changes,
            Map<Long, RunEstimate> estimates) {
        return new Planned(openings.stream()
                .map(o -> {
                    List<Booked> booked = bookings.stream()
                            .filter(b -> b.isInto(o))
                            .flatMap(b -> booked(b, changes.get(b.changeId()), estimates.get(b.changeId())).stream())
                            .toList();
                    long taken =
                            booked.stream().mapToLong(b -> b.view().seconds()).sum();
                    return new Opening(
                            o, booked, Math.max(0, o.occurrence().length().toSeconds() - taken));
                })
                .toList());
    }

    private static Optional<Booked> booked(Booking b, @Nullable Outline change, @Nullable RunEstimate estimate) {
        if (change == null || estimate == null) {
            return Optional.empty();
        }
        return Optional.of(new Booked(
                new ScheduleViews.Booked(
                        change.number(),
                        change.subject(),
                        change.title(),
                        change.state(),
                        change.nothingWritten(),
                        b.occurrence().start(),
                        estimate.forward().toSeconds(),
                        b.automatic()),
                change.author(),
                change.parts().stream().map(RunWork.Part::device).toList()));
    }

    /** With what somebody sees of it; what is free is what all bookings leave. */
    public List<ScheduleViews.Opening> seenBy(Sight sight) {
        return openings.stream().map(o -> view(o, sight)).toList();
    }

    /** The first of them, as somebody sees it. */
    public Optional<ScheduleViews.Opening> firstSeenBy(Sight sight) {
        return openings.stream().findFirst().map(o -> view(o, sight));
    }

    private static ScheduleViews.Opening view(Opening o, Sight sight) {
        return new ScheduleViews.Opening(
                o.opening().window().id(),
                o.opening().window().name(),
                o.opening().occurrence().start(),
                o.opening().occurrence().end(),
                o.booked().stream()
                        .filter(b -> ChangesInSight.shows(sight, b.author(), b.devices()))
                        .map(Booked::view)
                        .toList(),
                o.free());
    }
}
