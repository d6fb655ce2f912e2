package io.safestep.app.schedule;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.BookingCondition;
import io.safestep.app.change.ChangeMoved;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.change.stored.RunWork;
import io.safestep.app.people.People;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.schedule.freezes.Frozen;
import io.safestep.app.schedule.freezes.Stretch;
import io.safestep.app.schedule.windows.Booking;
import io.safestep.app.schedule.windows.BookingRepository;
import io.safestep.app.schedule.windows.Windows;
import io.safestep.app.schedule.windows.Windows.Opening;
import io.safestep.app.settings.Network;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.next.ChangeFacts;
import io.safestep.core.next.Ladder;
import io.safestep.core.schedule.Fit;
import io.safestep.core.schedule.Occurrence;
import io.safestep.core.schedule.RunEstimate;
import io.safestep.core.schedule.WallClock;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Windows and bookings. The front door of this package. */
@Service
@Transactional
public class Schedule {

    private static final Duration AHEAD = Duration.ofDays(7);
    private final Windows windows;
    private final BookingRepository bookings;
    private final Changes changes;
    private final Outlines outlines;
    private final ChangeTimes times;
    private final Rooms rooms;
    private final People people;
    private final AuditLog audit;
    private final ObjectProvider<BookingCondition> conditions;
    private final ApplicationEventPublisher events;
    private final Network network;
    private final Clock clock;

    Schedule(
            Windows windows,
            BookingRepository bookings,
            Changes changes,
            Outlines outlines,
            ChangeTimes times,
            Rooms rooms,
            People people,
            AuditLog audit,
            ObjectProvider<BookingCondition> conditions,
            ApplicationEventPublisher events,
            Network network,
            Clock clock) {
        this.windows = windows;
        this.bookings = bookings;
        this.changes = changes;
        this.outlines = outlines;
        this.times = times;
        this.rooms = rooms;
        this.people = people;
        this.audit = audit;
        this.conditions = conditions;
        this.events = events;
        this.network = network;
        this.clock = clock;
    }

    /** Every opening between two moments with what is booked into it. */
    @Transactional(readOnly = true)
    public Planned between(Stretch stretch) {
        Instant from = stretch.from();
        Instant to = stretch.to();
        List<Booking> alive = bookings.alive(from, to);
        Map<Long, Outline> changes =
                outlines.withIds(alive.stream().map(Booking::changeId).toList());
        Map<Long, RunEstimate> estimates =
                times.estimates(outlines.work(changes.values()).values());
        return Planned.of(windows.openings(from, to), alive, changes, estimates);
    }

    /** How long a run of the change may take. */
    @Transactional(readOnly = true)
    public RunEstimate estimate(Change change) {
        return reckoned(change).estimate(change.id());
    }

    private Rooms.Reckoned reckoned(Change change) {
        return rooms.of(List.of(RunWork.of(change)));
    }

    /** Where the change is booked and where it would fit. */
    @Transactional(readOnly = true)
    public ScheduleViews.Placement placement(int number) {
        return placement(changes.numbered(number));
    }

    private ScheduleViews.Placement placement(Change change) {
        Instant now = clock.instant();
        Rooms.Reckoned reckoned = reckoned(change);
        return new ScheduleViews.Placement(
                booking(change).map(b -> reckoned.view(b, now)).orElse(null),
                windows.openings(now, now.plus(AHEAD)).stream()
                        .map(o -> reckoned.view(change.id(), o, now))
                        .toList());
    }

    /**
     * Where changes are booked, by their ids; those that are not are missing. Asked for all at once. How much room there is
     * is reckoned only for those that have still to run.
     */
    @Transactional(readOnly = true)
    public Map<Long, ChangeFacts.Booked> bookings(Collection<Outline> changes) {
        Instant now = clock.instant();
        Map<Long, Outline> byId = changes.stream().collect(Collectors.toMap(Outline::id, Function.identity()));
        List<Booking> booked = bookings.findByChangeIdInAndCancelledAtIsNull(byId.keySet());
        List<Outline> waiting = booked.stream()
                .map(b -> byId.get(b.changeId()))
                .filter(c -> c != null && c.state() == ChangeState.BOOKED)
                .toList();
        Rooms.Reckoned reckoned = rooms.of(outlines.work(waiting).values());
        Map<Long, ChangeFacts.Booked> found = new HashMap<>();
        Set<Long> toRun = waiting.stream().map(Outline::id).collect(Collectors.toSet());
        booked.forEach(b -> found.put(
                b.changeId(),
                toRun.contains(b.changeId()) ? facts(b, reckoned.room(b.changeId(), b.occurrence(), now)) : past(b)));
        return found;
    }

    /** Of a change that has begun to run: its room is the run's own now. */
    private static ChangeFacts.Booked past(Booking booking) {
        return new ChangeFacts.Booked(
                booking.occurrence(), booking.occurrence().end(), booking.automatic(), true, null, null);
    }

    private ChangeFacts.Booked facts(Booking booking, Room room) {
        return new ChangeFacts.Booked(
                booking.occurrence(),
                room.fit().turnBack(),
                booking.automatic(),
                room.fit().fits(),
                room.fit().fits() || room.frozen() == null ? null : frozen(room.frozen()),
                booking.refusal());
    }

    /** Where a change that is not booked would fit first; empty when it does not in the next days. */
    @Transactional(readOnly = true)
    public Optional<Ladder.Outlook> outlook(Outline change) {
        return Optional.ofNullable(outlooks(List.of(change)).get(change.id()));
    }

    /** Where changes that are not booked would fit first, by their ids; without those that do not in the next days. */
    @Transactional(readOnly = true)
    public Map<Long, Ladder.Outlook> outlooks(Collection<Outline> changes) {
        Instant now = clock.instant();
        Rooms.Reckoned reckoned = rooms.of(outlines.work(changes).values());
        List<Opening> openings = windows.openings(now, now.plus(AHEAD));
        Map<Long, Ladder.Outlook> found = new HashMap<>();
        for (Outline change : changes) {
            openings.stream()
                    .flatMap(o -> outlook(
                            o, reckoned.room(change.id(), o.occurrence(), now).fit(), now)
                            .stream())
                    .findFirst()
                    .ifPresent(o -> found.put(change.id(), o));
        }
        return found;
    }

    private static Optional<Ladder.Outlook> outlook(Opening opening, Fit fit, Instant now) {
        return fit.fits()
                ? Optional.of(new Ladder.Outlook(
                        opening.occurrence().start(), opening.occurrence().contains(now), fit.spare()))
                : Optional.empty();
    }

    /** In which freeze an emergency that begins now runs, in a sentence; empty when in none. */
    @Transactional(readOnly = true)
    public Optional<String> emergencyInFreeze(Change change, Instant now) {
        return change.isEmergency()
                ? reckoned(change).freezeAt(change.id(), now).map(this::frozen)
                : Optional.empty();
    }

    /**
     * How a run of a change fits into an opening, with what freezes leave of it.
     *
     * @param frozen the freeze that stands in the way or shortens the opening; null when none does
     */
    public record Room(Fit fit, @Nullable Frozen frozen) {}

    /** How a run that starts now fits into an opening. */
    @Transactional(readOnly = true)
    public Room room(Change change, Occurrence opening, Instant now) {
        return reckoned(change).room(change.id(), opening, now);
    }

    @Transactional(readOnly = true)
    public Optional<Booking> booking(Change change) {
        return bookings.findByChangeIdAndCancelledAtIsNull(change.id());
    }

    /**
     * Books a change into one opening of a window.
     *
     * @param opensAt the start of that opening, UTC
     * @param automatic start by itself when the window opens; for an opening that has begun, somebody starts by hand
     */
    public ScheduleViews.Placement book(int number, long windowId, Instant opensAt, boolean automatic, String login) {
        Change change = changes.lock(number);
        Instant now = clock.instant();
        Opening opening = windows.held(windowId, opensAt)
                .orElseThrow(() -> ProblemException.invalid("opensAt", "This window does not open at that time."));
        if (!now.isBefore(opening.occurrence().end())) {
            throw ProblemException.invalid("opensAt", "This window has closed already.");
        }
        Room room = room(change, opening.occurrence(), now);
        Fit fit = room.fit();
        if (!fit.fits() && room.frozen() != null) {
            throw ProblemException.invalid(
                    "opensAt", frozen(room.frozen()) + " Choose an opening after it, or have the freeze lifted.");
        }
        if (!fit.fits()) {
            throw ProblemException.invalid(List.of(FieldError.of(
                    "opensAt",
                    "It does not fit: with the way back " + minutes(fit.spare().negated())
                            + " are missing. Choose a longer window or a later one.")));
        }
        BookingCondition.Opening wanted = new BookingCondition.Opening(
                windowId, opening.name(), opensAt, opening.window().comesAgain());
        conditions.stream()
                .flatMap(condition -> condition.objectionToBooking(change, wanted).stream())
                .findFirst()
                .ifPresent(objection -> {
                    throw ProblemException.invalid("opensAt", objection);
                });
        boolean open = opening.occurrence().contains(now);
        boolean byItself = automatic && !open;
        changes.transition(
                change,
                ChangeAction.BOOK,
                login,
                "Window " + opening.window().name() + ", " + wall(opensAt) + "; "
                        + (byItself ? "starts by itself." : "started by hand."));
        Booking booking = bookings.save(new Booking(
                change.id(),
                opening.window(),
                opening.occurrence(),
                byItself,
                people.withLogin(login).id(),
                now));
        events.publishEvent(new ChangeBooked(number, booking.id(), byItself ? opensAt : null));
        return placement(change);
    }

    /** What is no longer approved has no place in the calendar. */
    @EventListener
    void on(ChangeMoved moved) {
        if (moved.action() == ChangeAction.LAPSE || moved.action() == ChangeAction.GROUND_MOVED) {
            booking(changes.numbered(moved.number())).ifPresent(b -> b.cancel(clock.instant()));
        }
    }

    public ScheduleViews.Placement cancel(int number, String login) {
        Change change = changes.lock(number);
        changes.transition(change, ChangeAction.CANCEL_BOOKING, login, "The booking was cancelled.");
        booking(change).ifPresent(b -> b.cancel(clock.instant()));
        return placement(change);
    }

    /** Notes on the booking why a start was refused, so that people see it. */
    public void noteRefusal(int number, String why) {
        booking(changes.numbered(number)).ifPresent(b -> b.refused(why));
        audit.write(AuditLog.SAFE_STEP, "CR-" + number, "start refused", why);
    }

    /** Which freeze stands in the way, in a sentence. */
    public String frozen(Frozen frozen) {
        return "The freeze " + frozen.name() + " holds for " + frozen.scope() + " from " + wall(frozen.begins())
                + " until " + wall(frozen.ends()) + ".";
    }

    private String wall(Instant instant) {
        return new WallClock(network.zone()).dayAndTime(instant);
    }

    private static String minutes(Duration duration) {
        long minutes = (duration.toSeconds() + 59) / 60;
        return minutes + (minutes == 1 ? " minute" : " minutes");
    }
}
