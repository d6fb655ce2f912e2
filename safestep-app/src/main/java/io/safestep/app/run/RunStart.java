package io.safestep.app.run;

import io.safestep.app.approval.Approvals;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.app.device.record.Stance;
import io.safestep.app.job.Jobs;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.driving.DriveJob;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.schedule.freezes.Frozen;
import io.safestep.app.schedule.windows.Booking;
import io.safestep.app.settings.Network;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StartGate;
import io.safestep.core.run.StartGate.Claim;
import io.safestep.core.run.StartGate.Hours;
import io.safestep.core.run.StartGate.OfChange;
import io.safestep.core.run.StartGate.OfDevice;
import io.safestep.core.schedule.Occurrence;
import io.safestep.core.schedule.RunEstimate;
import io.safestep.core.schedule.WallClock;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Begins runs: gathers what the gate has to know, and says what it found against one. */
@Component
class RunStart {

    private static final Duration EMERGENCY = Duration.ofHours(2);

    private final RunRepository repository;
    private final Changes changes;
    private final Approvals approvals;
    private final Schedule schedule;
    private final Jobs jobs;
    private final Platforms platforms;
    private final Network network;
    private final Clock clock;

    RunStart(
            RunRepository repository,
            Changes changes,
            Approvals approvals,
            Schedule schedule,
            Jobs jobs,
            Platforms platforms,
            Network network,
            Clock clock) {
        this.repository = repository;
        this.changes = changes;
        this.approvals = approvals;
        this.schedule = schedule;
        this.jobs = jobs;
        this.platforms = platforms;
        this.network = network;
        this.clock = clock;
    }

    /**
     * A change, and what would come of running it now.
     *
     * @param window null when it has none
     * @param seal of what would be sent; null when it has no window
     * @param room in the window; null when it has none
     */
    private record Wanted(
            Change change,
            OfChange facts,
            @Nullable Occurrence window,
            @Nullable String seal,
            Schedule.@Nullable Room room) {

        /** The window in which it would run, of a change that has one. */
        Occurrence opening() {
            return Objects.requireNonNull(window);
        }

        /** How it fits into its window, of a change that has one. */
        Schedule.Room space() {
            return Objects.requireNonNull(room);
        }

        String sealed() {
            return Objects.requireNonNull(seal);
        }
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public Run begin(int number, String login) {
        Change change = changes.lock(number);
        Instant now = clock.instant();
        RunEstimate estimate = schedule.estimate(change);
        Wanted wanted = wanted(change, login, now, estimate);
        StartGate.atStart(wanted.facts()).ifPresent(stop -> {
            throw ProblemException.refused(inWords(stop.objection(), wanted));
        });
        Run run = repository.save(new Run(
                change.id(),
                wanted.sealed(),
                login,
                now,
                estimate,
                new Occurrence(wanted.opening().start(), wanted.space().fit().closes()),
                wanted.space().frozen() == null ? null : wanted.space().frozen().name(),
                change.order()));
        take(change, run.id());
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
                wanted.facts().atOnce() ? ChangeAction.START_EMERGENCY_RUN : ChangeAction.START_RUN,
                login,
                "Run " + run.id() + "."
                        + schedule.emergencyInFreeze(change, now)
                                .map(freeze -> " " + freeze + " An emergency runs all the same.")
                                .orElse(""));
        jobs.schedule(DriveJob.NAME, Long.toString(run.id()));
        return run;
    }

    private Wanted wanted(Change change, String login, Instant now, RunEstimate estimate) {
        boolean atOnce = change.isEmergency() && change.state() == ChangeState.APPROVED;
        Occurrence booked = change.state() == ChangeState.BOOKED
                ? schedule.booking(change).map(Booking::occurrence).orElseThrow()
                : null;
        Occurrence window = atOnce ? atOnce(now, estimate) : booked;
        String seal = window == null ? null : changes.sealOf(change);
        Schedule.Room room = window == null ? null : schedule.room(change, window, now);
        boolean fits = room == null || room.fit().fits();
        OfChange facts = new OfChange(
                change.state(),
                change.isEmergency(),
                now,
                booked == null ? Hours.NONE : new Hours(booked.start(), booked.end()),
                seal != null && approvals.approved(change, seal),
                approvals.runnersApart(change).contains(login),
                room != null && !fits && room.frozen() != null,
                fits);
        return new Wanted(change, facts, window, seal, room);
    }

    /** An emergency waits for no window. It gets time for the way there and, at the worst, the way back, twice over. */
    private static Occurrence atOnce(Instant now, RunEstimate estimate) {
        Duration length = estimate.both().multipliedBy(2);
        return new Occurrence(now, now.plus(length.compareTo(EMERGENCY) > 0 ? length : EMERGENCY));
    }

    /** Takes the devices for the run. Partners are never changed at the same time, not by two changes either (law 6). */
    private void take(Change change, long runId) {
        List<Device> devices =
                change.targets().stream().map(ChangeTarget::device).toList();
        repository.claim(ids(devices.stream().map(Device::id)), runId);
        Set<Long> others = repository.claimedByOthers(ids(devices.stream().flatMap(RunStart::both)), runId);
        StartGate.toTake(devices.stream().map(d -> facts(d, others)).toList()).ifPresent(stop -> {
            Device device = devices.stream()
                    .filter(d -> d.name().equals(stop.device()))
                    .findFirst()
                    .orElseThrow();
            throw ProblemException.refused(inWords(stop.objection(), device));
        });
    }

    private static OfDevice facts(Device device, Set<Long> others) {
        Device.Partner partner = device.partner();
        return new OfDevice(
                device.name(),
                device.stance() == Stance.MANAGED,
                others.contains(device.id()) ? Claim.ANOTHERS : Claim.OURS,
                partner != null && others.contains(partner.id()) ? Claim.ANOTHERS : Claim.NONE);
    }

    private static Stream<Long> both(Device device) {
        return device.partner() == null
                ? Stream.of(device.id())
                : Stream.of(device.id(), device.partner().id());
    }

    private static Long[] ids(Stream<Long> all) {
        return all.distinct().toArray(Long[]::new);
    }

    private String inWords(StartGate.Objection objection, Wanted wanted) {
        String subject = wanted.change().subject();
        return switch (objection) {
            case RUNNING_ALREADY -> subject + " is running already.";
            case NOT_APPROVED -> subject + " can't run: it is not approved.";
            case NOT_BOOKED -> subject + " can't run: it is not booked into a window.";
            case NOT_OPEN_YET ->
                subject + " can't run yet: its window opens "
                        + wall(wanted.opening().start()) + ".";
            case WINDOW_CLOSED ->
                subject + " can't run: its window closed "
                        + wall(wanted.opening().end()) + ". Cancel the booking and choose another window.";
            case SEAL_NOT_APPROVED ->
                subject + " is not approved as it is now: no approval carries its seal. Have it approved again.";
            case APPROVER_STARTS -> "You approved " + subject + ", and a rule asks that somebody else starts it.";
            case FROZEN ->
                frozen(
                        Objects.requireNonNull(wanted.space().frozen()),
                        wanted.facts().now());
            case NO_TIME ->
                "There is no longer enough time in the window to do and, if need be, to undo everything. The last start"
                        + " that fits was " + wall(wanted.space().fit().lastStart()) + ".";
            case OBSERVED, TAKEN, PARTNER_TAKEN, ANOTHER_BOX, GROUND_MOVED, CUTS_ITSELF ->
                throw new IllegalStateException(objection + " is of a device.");
        };
    }

    private String frozen(Frozen freeze, Instant now) {
        return schedule.frozen(freeze)
                + (freeze.begins().isAfter(now)
                        ? " There is no time for this change before it."
                        : " Nothing may be changed there before that.");
    }

    private static String inWords(StartGate.Objection objection, Device device) {
        return switch (objection) {
            case OBSERVED -> device.name() + " is in stance observe: Safe Step may not write to it.";
            case TAKEN -> device.name() + " is being changed by another run. Start this one when that has ended.";
            case PARTNER_TAKEN ->
                Objects.requireNonNull(device.partner()).name() + ", the partner of " + device.name()
                        + ", is being changed by another run.";
            default -> throw new IllegalStateException(objection + " is not known before a run.");
        };
    }

    private String wall(Instant instant) {
        return new WallClock(network.zone()).dayAndTime(instant);
    }
}
