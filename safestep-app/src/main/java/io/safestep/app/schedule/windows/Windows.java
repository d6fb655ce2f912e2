package io.safestep.app.schedule.windows;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.core.schedule.ChangeWindow;
import io.safestep.core.schedule.Occurrence;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The windows in which changes may run. A window is never changed, since what was approved and booked speaks of it: it is
 * retired, and another is added.
 */
@Service
@Transactional
public class Windows {

    private static final Duration AHEAD = Duration.ofDays(366);
    private static final int MOST_NAMED = 3;

    private final WindowRepository repository;
    private final BookingRepository bookings;
    private final Changes changes;
    private final AuditLog audit;
    private final Network network;
    private final Clock clock;

    Windows(
            WindowRepository repository,
            BookingRepository bookings,
            Changes changes,
            AuditLog audit,
            Network network,
            Clock clock) {
        this.repository = repository;
        this.bookings = bookings;
        this.changes = changes;
        this.audit = audit;
        this.network = network;
        this.clock = clock;
    }

    /**
     * A window that somebody wants.
     *
     * @param recurrence an RFC 5545 rule, or null for a single window
     */
    public record NewWindow(
            String name,
            LocalDate firstDay,
            LocalTime opens,
            LocalTime closes,
            @Nullable String recurrence) {}

    /** An opening of a window. */
    public record Opening(WindowEntity window, Occurrence occurrence) {

        /** Of the window. */
        public String name() {
            return window.name();
        }
    }

    /** Adds a window in the network's time zone. */
    public long add(NewWindow wanted, String login) {
        ChangeWindow window;
        try {
            window = new ChangeWindow(
                    wanted.firstDay(), wanted.opens(), wanted.closes(), wanted.recurrence(), network.zone());
        } catch (IllegalArgumentException e) {
            throw ProblemException.invalid("recurrence", Objects.requireNonNull(e.getMessage()));
        }
        WindowEntity stored = repository.save(new WindowEntity(wanted.name().strip(), window));
        audit.write(login, "schedule", "window added", stored.name());
        return stored.id();
    }

    /**
     * From now on the window opens no more. An opening that has begun stays until it closes.
     *
     * @throws ProblemException when changes are booked into an opening to come
     */
    void retire(long id, String reason, String login) {
        WindowEntity window = repository
                .findWithLockById(id)
                .filter(w -> !w.isRetired())
                .orElseThrow(() -> ProblemException.notFound("This window"));
        Instant now = clock.instant();
        List<String> booked = bookings.aheadIn(id, now).stream()
                .map(b -> changes.withId(b.changeId()).subject())
                .toList();
        if (!booked.isEmpty()) {
            String named = String.join(", ", booked.subList(0, Math.min(MOST_NAMED, booked.size())));
            int more = booked.size() - Math.min(MOST_NAMED, booked.size());
            throw ProblemException.refused(named + (more > 0 ? " and " + more + " more" : "")
                    + (booked.size() == 1 ? " is" : " are") + " booked into " + window.name()
                    + ". Take " + (booked.size() == 1 ? "it" : "them") + " out first, on the rung Book.");
        }
        window.retire(now);
        audit.write(login, "schedule", "window retired", window.name() + ": " + reason.strip());
    }

    /** Those that have not been retired, in the order in which they were added. */
    @Transactional(readOnly = true)
    public List<WindowView> all() {
        Instant now = clock.instant();
        return repository.findAllByOrderById().stream()
                .filter(w -> !w.isRetired())
                .map(w -> view(w, now))
                .toList();
    }

    private static WindowView view(WindowEntity window, Instant now) {
        List<Occurrence> openings = window.occurrences(now, now.plus(AHEAD));
        return new WindowView(
                window.id(),
                window.name(),
                window.window().opens(),
                window.window().closes(),
                window.window().recurrence(),
                openings.stream()
                        .filter(o -> o.contains(now))
                        .map(Occurrence::end)
                        .max(Comparator.naturalOrder())
                        .orElse(null),
                openings.stream()
                        .map(Occurrence::start)
                        .filter(start -> !start.isBefore(now))
                        .findFirst()
                        .orElse(null));
    }

    /** Whether a window of this name is open at the moment and stays open for at least so long. */
    @Transactional(readOnly = true)
    public boolean isOpen(String name, Instant moment, Duration atLeast) {
        return openings(moment, moment.plusSeconds(1)).stream()
                .filter(o -> o.window().name().equals(name))
                .map(Opening::occurrence)
                .anyMatch(o -> o.contains(moment) && !o.end().isBefore(moment.plus(atLeast)));
    }

    /** Whether there was ever a window of this name. */
    /** Names of all windows, by their ids. */
    @Transactional(readOnly = true)
    public Map<Long, String> names() {
        return all().stream().collect(Collectors.toMap(WindowView::id, WindowView::name));
    }

    @Transactional(readOnly = true)
    public boolean knows(String name) {
        return repository.findAllByOrderById().stream().anyMatch(w -> w.name().equals(name));
    }

    /** The opening of a window that begins at a moment; the window stays as it is until the transaction ends. */
    public Optional<Opening> held(long windowId, Instant opensAt) {
        return repository
                .findWithLockById(windowId)
                .flatMap(w -> w.occurrences(opensAt, opensAt.plusSeconds(1)).stream()
                        .filter(o -> o.start().equals(opensAt))
                        .findFirst()
                        .map(o -> new Opening(w, o)));
    }

    /** Earliest first. */
    public List<Opening> openings(Instant from, Instant to) {
        List<Opening> found = new ArrayList<>();
        for (WindowEntity window : repository.findAllByOrderById()) {
            window.occurrences(from, to).forEach(o -> found.add(new Opening(window, o)));
        }
        found.sort(Comparator.comparing((Opening o) -> o.occurrence().start()));
        return found;
    }
}
