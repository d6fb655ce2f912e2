package io.safestep.app.run;

import io.safestep.app.approval.Approvals;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Change;
import io.safestep.app.change.ChangeTarget;
import io.safestep.app.change.Changes;
import io.safestep.app.device.Device;
import io.safestep.app.device.Platforms;
import io.safestep.app.device.Stance;
import io.safestep.app.job.Jobs;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.schedule.Booking;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.run.RunState;
import io.safestep.core.schedule.Fit;
import io.safestep.core.schedule.Occurrence;
import io.safestep.core.schedule.RunEstimate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Starts runs, and says which go on. The front door of this package. */
@Service
@Transactional
public class Runs {

    /** How long an emergency may run at least. */
    private static final Duration EMERGENCY = Duration.ofHours(2);

    private static final DateTimeFormatter WALL = DateTimeFormatter.ofPattern("EEE d MMM HH:mm", Locale.ENGLISH);

    private final RunRepository repository;
    private final Changes changes;
    private final Approvals approvals;
    private final Schedule schedule;
    private final Jobs jobs;
    private final Platforms platforms;
    private final RunViews views;
    private final AuditLog audit;
    private final NetworkSettings settings;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Runs(
            RunRepository repository,
            Changes changes,
            Approvals approvals,
            Schedule schedule,
            Jobs jobs,
            Platforms platforms,
            RunViews views,
            AuditLog audit,
            NetworkSettings settings,
            TransactionTemplate transaction,
            Clock clock) {
        this.repository = repository;
        this.changes = changes;
        this.approvals = approvals;
        this.schedule = schedule;
        this.jobs = jobs;
        this.platforms = platforms;
        this.views = views;
        this.audit = audit;
        this.settings = settings;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * Starts the run of a booked change.
     *
     * @throws ProblemException when one of the gates is closed; the sentence says which
     */
    public RunView start(int number, String login) {
        Change change = changes.lock(number);
        Instant now = clock.instant();
        RunEstimate estimate = schedule.estimate(change);
        boolean atOnce = change.isEmergency() && change.state() == ChangeState.APPROVED;
        Occurrence window =
                atOnce ? atOnce(now, estimate) : gateBooking(change, now).occurrence();
        String seal = changes.sealOf(change);
        if (!approvals.approved(change, seal)) {
            throw ProblemException.refused(change.subject()
                    + " is not approved as it is now: no approval carries its seal. Have it approved again.");
        }
        Schedule.Room room = schedule.room(change, window, now);
        Fit fit = room.fit();
        if (!fit.fits() && room.frozen() != null) {
            throw ProblemException.refused(schedule.frozen(room.frozen())
                    + (room.frozen().begins().isAfter(now)
                            ? " There is no time for this change before it."
                            : " Nothing may be changed there before that."));
        }
        if (!fit.fits()) {
            throw ProblemException.refused("There is no longer enough time in the window to do and, if need be, to undo"
                    + " everything. The last start that fits was " + wall(fit.lastStart()) + ".");
        }
        Run run = repository.save(new Run(
                change.id(),
                seal,
                login,
                now,
                estimate,
                new Occurrence(window.start(), fit.closes()),
                room.frozen() == null ? null : room.frozen().name(),
                change.order()));
        gateDevices(change, run.id());
        int position = 0;
        for (ChangeTarget target : change.targets()) {
            run.add(new RunDevice(
                    run,
                    target,
                    position++,
                    platforms.profile(target.device().platform()).access().hasTimer()));
        }
        run.go(RunState.RUNNING);
        repository.flush();
        changes.transition(
                change,
                atOnce ? ChangeAction.START_EMERGENCY_RUN : ChangeAction.START_RUN,
                login,
                "Run " + run.id() + "."
                        + schedule.emergencyInFreeze(change, now)
                                .map(freeze -> " " + freeze + " An emergency runs all the same.")
                                .orElse(""));
        jobs.schedule(DriveJob.NAME, Long.toString(run.id()));
        return views.of(run);
    }

    /** An emergency waits for no window. It gets time for the way there and, at the worst, the way back, twice over. */
    private static Occurrence atOnce(Instant now, RunEstimate estimate) {
        Duration length = estimate.both().multipliedBy(2);
        return new Occurrence(now, now.plus(length.compareTo(EMERGENCY) > 0 ? length : EMERGENCY));
    }

    /** The change that runs on a device now; empty when none does. */
    @Transactional(readOnly = true)
    public Optional<String> changeRunningOn(long deviceId) {
        return repository
                .claimedBy(deviceId)
                .flatMap(repository::findById)
                .map(run -> changes.withId(run.changeId()).subject());
    }

    /** Subjects of the changes that run anywhere now. */
    @Transactional(readOnly = true)
    public List<String> changesRunning() {
        return repository.findByStateIn(EnumSet.of(RunState.RUNNING, RunState.PAUSED, RunState.ROLLING_BACK)).stream()
                .map(run -> changes.withId(run.changeId()).subject())
                .toList();
    }

    private Booking gateBooking(Change change, Instant now) {
        if (change.state() == ChangeState.RUNNING) {
            throw ProblemException.refused(change.subject() + " is running already.");
        }
        if (change.state() != ChangeState.BOOKED) {
            String missing = change.state() == ChangeState.APPROVED ? "not booked into a window" : "not approved";
            throw ProblemException.refused(change.subject() + " can't run: it is " + missing + ".");
        }
        Booking booking = schedule.booking(change).orElseThrow();
        if (now.isBefore(booking.occurrence().start())) {
            throw ProblemException.refused(change.subject() + " can't run yet: its window opens "
                    + wall(booking.occurrence().start()) + ".");
        }
        if (!booking.occurrence().contains(now)) {
            throw ProblemException.refused(change.subject() + " can't run: its window closed "
                    + wall(booking.occurrence().end()) + ". Cancel the booking and choose another window.");
        }
        return booking;
    }

    private void gateDevices(Change change, long runId) {
        List<Device> devices =
                change.targets().stream().map(ChangeTarget::device).toList();
        for (Device device : devices) {
            if (device.stance() != Stance.MANAGED) {
                throw ProblemException.refused(device.name() + " is in stance observe: Safe Step may not write to it.");
            }
        }
        repository.claim(ids(devices.stream()), runId);
        // Partners are never changed at the same time, not by two changes either (law 6).
        Set<Long> taken = repository.claimedByOthers(
                ids(devices.stream().flatMap(d -> Stream.of(d, d.partner())).filter(Objects::nonNull)), runId);
        for (Device device : devices) {
            if (taken.contains(device.id())) {
                throw ProblemException.refused(
                        device.name() + " is being changed by another run. Start this one when that has ended.");
            }
            if (device.partner() != null && taken.contains(device.partner().id())) {
                throw ProblemException.refused(device.partner().name() + ", the partner of " + device.name()
                        + ", is being changed by another run.");
            }
        }
    }

    private static Long[] ids(Stream<Device> devices) {
        return devices.map(Device::id).distinct().toArray(Long[]::new);
    }

    /** The start of a booked change when its window opens; what stands in the way is noted on the booking. */
    @Transactional(propagation = Propagation.NOT_SUPPORTED)
    public void startByItself(int number, long bookingId) {
        boolean stillBooked = Boolean.TRUE.equals(transaction.execute(t -> {
            Change change = changes.numbered(number);
            return change.state() == ChangeState.BOOKED
                    && schedule.booking(change).filter(b -> b.id() == bookingId).isPresent();
        }));
        if (!stillBooked) {
            return;
        }
        try {
            transaction.executeWithoutResult(t -> start(number, AuditLog.SAFE_STEP));
        } catch (ProblemException e) {
            schedule.noteRefusal(number, e.getMessage());
        }
    }

    private String wall(Instant instant) {
        return WALL.format(instant.atZone(settings.zone()));
    }
}
