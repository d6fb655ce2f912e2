package io.safestep.app.schedule;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Change;
import io.safestep.app.change.ChangeTarget;
import io.safestep.app.change.Changes;
import io.safestep.app.device.Device;
import io.safestep.app.people.People;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.schedule.Windows.Opening;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.schedule.Fit;
import io.safestep.core.schedule.Occurrence;
import io.safestep.core.schedule.RunEstimate;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Windows and bookings. The front door of this package. */
@Service
@Transactional
public class Schedule {

    private static final Duration AHEAD = Duration.ofDays(7);
    private static final DateTimeFormatter DAY_AND_TIME =
            DateTimeFormatter.ofPattern("EEE d MMM HH:mm", Locale.ENGLISH);

    private final Windows windows;
    private final BookingRepository bookings;
    private final Changes changes;
    private final ChangeTimes times;
    private final Freezes freezes;
    private final People people;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final NetworkSettings settings;
    private final Clock clock;

    Schedule(
            Windows windows,
            BookingRepository bookings,
            Changes changes,
            ChangeTimes times,
            Freezes freezes,
            People people,
            AuditLog audit,
            ApplicationEventPublisher events,
            NetworkSettings settings,
            Clock clock) {
        this.windows = windows;
        this.bookings = bookings;
        this.changes = changes;
        this.times = times;
        this.freezes = freezes;
        this.people = people;
        this.audit = audit;
        this.events = events;
        this.settings = settings;
        this.clock = clock;
    }

    /** Every opening between two moments with what is booked into it. */
    @Transactional(readOnly = true)
    public List<ScheduleViews.Opening> between(Instant from, Instant to) {
        refuseUnfit(from, to);
        List<Booking> alive = bookings.alive(from, to);
        return windows.openings(from, to).stream()
                .map(o -> {
                    List<ScheduleViews.Booked> booked = inside(o, alive);
                    long taken = booked.stream()
                            .mapToLong(ScheduleViews.Booked::seconds)
                            .sum();
                    return new ScheduleViews.Opening(
                            o.window().id(),
                            o.window().name(),
                            o.occurrence().start(),
                            o.occurrence().end(),
                            booked,
                            Math.max(0, o.occurrence().length().toSeconds() - taken));
                })
                .toList();
    }

    static void refuseUnfit(Instant from, Instant to) {
        if (!from.isBefore(to) || Duration.between(from, to).compareTo(Duration.ofDays(62)) > 0) {
            throw ProblemException.invalid("to", "The stretch has to end after it starts, at most 62 days later.");
        }
    }

    private List<ScheduleViews.Booked> inside(Opening opening, List<Booking> alive) {
        return alive.stream()
                .filter(b -> b.window().id().equals(opening.window().id())
                        && b.occurrence().equals(opening.occurrence()))
                .map(b -> {
                    Change change = changes.withId(b.changeId());
                    return new ScheduleViews.Booked(
                            change.number(),
                            change.subject(),
                            change.title(),
                            change.state(),
                            change.nothingWritten(),
                            b.occurrence().start(),
                            estimate(change).forward().toSeconds(),
                            b.automatic());
                })
                .toList();
    }

    /** How long a run of the change may take. */
    @Transactional(readOnly = true)
    public RunEstimate estimate(Change change) {
        return times.estimate(change);
    }

    /** Where the change is booked and where it would fit. */
    @Transactional(readOnly = true)
    public ScheduleViews.Placement placement(int number) {
        Change change = changes.numbered(number);
        Instant now = clock.instant();
        RunEstimate estimate = estimate(change);
        Instant to = now.plus(AHEAD);
        List<Opening> openings = windows.openings(now, to);
        List<Frozen> frozen = frozen(change, now, lastEnd(openings, to));
        List<ScheduleViews.FitView> fits = openings.stream()
                .map(o -> {
                    Fit fit = Fit.of(o.occurrence(), now, estimate, Frozen.occurrences(frozen));
                    return new ScheduleViews.FitView(
                            o.window().id(),
                            o.window().name(),
                            o.occurrence().start(),
                            o.occurrence().end(),
                            o.occurrence().contains(now),
                            fit.fits(),
                            fit.spare().toSeconds(),
                            estimate.forward().toSeconds(),
                            estimate.wayBack().toSeconds(),
                            fit.turnBack(),
                            fit.lastStart(),
                            inTheWay(o.occurrence(), fit, frozen).orElse(null));
                })
                .toList();
        return new ScheduleViews.Placement(
                booking(change).map(b -> view(b, change, estimate, now)).orElse(null), fits);
    }

    /** The freezes that keep a change from running; an emergency is kept by none. */
    private List<Frozen> frozen(Change change, Instant from, Instant to) {
        return change.isEmergency() ? List.of() : freezes.over(devicesOf(change), from, to);
    }

    /** In which freeze an emergency that begins now runs, in a sentence; empty when in none. */
    @Transactional(readOnly = true)
    public Optional<String> emergencyInFreeze(Change change, Instant now) {
        return change.isEmergency()
                ? freezes.over(devicesOf(change), now, now.plusMillis(1)).stream()
                        .findFirst()
                        .map(this::frozen)
                : Optional.empty();
    }

    private static List<Device> devicesOf(Change change) {
        return change.targets().stream().map(ChangeTarget::device).toList();
    }

    private static Instant lastEnd(List<Opening> openings, Instant atLeast) {
        return openings.stream()
                .map(o -> o.occurrence().end())
                .filter(atLeast::isBefore)
                .max(Instant::compareTo)
                .orElse(atLeast);
    }

    /** The freeze at which the time for a run ends; empty when that is the end of the opening. */
    private static Optional<Frozen> inTheWay(Occurrence opening, Fit fit, List<Frozen> frozen) {
        return fit.closes().equals(opening.end())
                ? Optional.empty()
                : frozen.stream()
                        .filter(f -> f.begins().equals(fit.closes())
                                || f.occurrence().contains(fit.closes()))
                        .max(Comparator.comparing(Frozen::ends));
    }

    /**
     * How a run of a change fits into an opening, with what freezes leave of it.
     *
     * @param frozen the freeze that stands in the way or shortens the opening; null when none does
     */
    public record Room(Fit fit, Frozen frozen) {}

    /** How a run that starts now fits into an opening. */
    @Transactional(readOnly = true)
    public Room room(Change change, Occurrence opening, Instant now) {
        return room(change, opening, estimate(change), now);
    }

    private Room room(Change change, Occurrence opening, RunEstimate estimate, Instant now) {
        Instant from = now.isBefore(opening.start()) ? opening.start() : now;
        List<Frozen> frozen = from.isBefore(opening.end()) ? frozen(change, from, opening.end()) : List.of();
        Fit fit = Fit.of(opening, now, estimate, Frozen.occurrences(frozen));
        return new Room(fit, inTheWay(opening, fit, frozen).orElse(null));
    }

    private ScheduleViews.BookingView view(Booking b, Change change, RunEstimate estimate, Instant now) {
        Room room = room(change, b.occurrence(), estimate, now);
        Fit fit = room.fit();
        return new ScheduleViews.BookingView(
                b.window().id(),
                b.window().name(),
                b.occurrence().start(),
                b.occurrence().end(),
                b.occurrence().contains(now),
                !now.isBefore(b.occurrence().end()),
                b.automatic(),
                fit.spare().toSeconds(),
                fit.turnBack(),
                room.frozen(),
                b.refusal());
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
        return placement(number);
    }

    public ScheduleViews.Placement cancel(int number, String login) {
        Change change = changes.lock(number);
        changes.transition(change, ChangeAction.CANCEL_BOOKING, login, "The booking was cancelled.");
        booking(change).ifPresent(b -> b.cancel(clock.instant()));
        return placement(number);
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
        return DAY_AND_TIME.format(instant.atZone(settings.zone()));
    }

    private static String minutes(Duration duration) {
        long minutes = (duration.toSeconds() + 59) / 60;
        return minutes + (minutes == 1 ? " minute" : " minutes");
    }

    /** @throws ProblemException when the text is no instant such as 2026-11-25T05:30:00Z */
    static Instant instant(String field, String text) {
        try {
            return Instant.parse(text);
        } catch (DateTimeException e) {
            throw ProblemException.invalid(field, "Write the time in UTC, such as 2026-11-25T05:30:00Z.");
        }
    }
}
