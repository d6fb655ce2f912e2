package io.safestep.app.run.driving;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.access.KeptSessions;
import io.safestep.app.run.journal.Drive;
import io.safestep.app.run.journal.FencedOffException;
import io.safestep.app.run.journal.PhaseResult;
import io.safestep.app.run.journal.RunJournal;
import io.safestep.app.run.journal.RunJournal.Beginning;
import io.safestep.app.run.journal.RunJournal.Begun;
import io.safestep.app.run.phases.DeviceWork;
import io.safestep.app.run.phases.PhaseActions;
import io.safestep.app.schedule.ChangeTimes;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.run.Decision;
import io.safestep.core.run.DeviceProgress;
import io.safestep.core.run.Phase;
import io.safestep.core.run.PhaseTimes;
import io.safestep.core.run.RunDecisions;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import io.safestep.drivers.DeviceException;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Drives a run: asks the core what comes next, writes down that it is begun, does it, writes down what came of it. */
@Component
class RunDriver {

    private static final Logger LOG = LoggerFactory.getLogger(RunDriver.class);

    /** How often a run that waits for a person is looked at: its turn-back point may come. */
    private static final Duration LOOK_AT_HELD = Duration.ofSeconds(5);

    private static final Duration LOOK_AT_GOING = Duration.ofSeconds(1);

    private final RunJournal journal;
    private final RunPictures pictures;
    private final RunTimings timings;
    private final RunEnd end;
    private final DeviceWorks works;
    private final PhaseActions actions;
    private final DeviceAccess access;
    private final Clock clock;
    private final AtomicInteger threads = new AtomicInteger();
    private final ExecutorService hands =
            Executors.newCachedThreadPool(task -> new Thread(task, "run-step-" + threads.incrementAndGet()));
    private volatile boolean closing;

    RunDriver(
            RunJournal journal,
            RunPictures pictures,
            RunTimings timings,
            RunEnd end,
            DeviceWorks works,
            PhaseActions actions,
            DeviceAccess access,
            Clock clock) {
        this.journal = journal;
        this.pictures = pictures;
        this.timings = timings;
        this.end = end;
        this.works = works;
        this.actions = actions;
        this.access = access;
        this.clock = clock;
    }

    /**
     * Drives the run until it ends or waits. Called again for a run that another process left, it goes on from what is
     * stored.
     *
     * @return when to look again, UTC; empty when the run has ended, or is driven by another process
     */
    Optional<Instant> drive(long runId) {
        if (end.reached(runId)) {
            return Optional.empty();
        }
        Drive drive = journal.takeOver(runId);
        try (KeptSessions sessions = access.keepingSessions()) {
            if (journal.markInterrupted(drive)) {
                journal.note(drive, null, "Safe Step was restarted in mid-run; looking at the devices before going on");
            }
            return new Driving(drive, sessions).go();
        } catch (FencedOffException e) {
            LOG.info("{}", e.getMessage());
            return Optional.empty();
        }
    }

    /** Its way back failed before anybody read what has come of it. */
    private static boolean wasNotReadAgain(DeviceProgress device) {
        return device.wayBackFailed() && device.steps().get(Phase.UNDO_PUSH) == StepState.FAILED;
    }

    /** One stretch of driving, with what is going on in it. */
    private final class Driving {

        private final Drive drive;
        private final KeptSessions sessions;
        /** What is to be done in this thread about a step that is over. */
        private final LinkedBlockingQueue<Runnable> over = new LinkedBlockingQueue<>();

        private final RunTimings.Known known;
        private final RunPictures.Watch watch;
        private final DeviceWorks.OfRun devices;
        private int going;
        private @Nullable RuntimeException failure;

        Driving(Drive drive, KeptSessions sessions) {
            this.drive = drive;
            this.sessions = sessions;
            this.known = timings.of(drive.runId());
            this.watch = pictures.watch(drive.runId());
            this.devices = works.of(drive);
        }

        Optional<Instant> go() {
            while (true) {
                if (failure != null) {
                    awaitAll();
                    throw failure;
                }
                RunPictures.Seen seen = watch.now(known.times(), ChangeTimes.TOGETHER);
                timings.show(drive, seen.picture(), known);
                Decision decision = RunDecisions.next(seen.picture());
                end.show(drive, seen, decision);
                if (decision instanceof Decision.Finish finish) {
                    if (finish.state() == RunState.STUCK) {
                        seen.picture().devices().stream()
                                .filter(RunDriver::wasNotReadAgain)
                                .map(d -> seen.id(d.device()))
                                .forEach(id -> actions.lastLook(devices.of(id)));
                    }
                    end.write(drive, finish.state());
                    return Optional.empty();
                } else if (decision instanceof Decision.TakeBack takeBack) {
                    end.takeBack(drive, takeBack);
                } else if (decision instanceof Decision.Perform perform) {
                    begin(perform.steps().stream()
                            .limit(Math.max(0, ChangeTimes.TOGETHER - going))
                            .map(s -> new Beginning(seen.id(s.device()), s.phase()))
                            .toList());
                    awaitOne();
                } else if (decision instanceof Decision.Hold) {
                    return Optional.of(clock.instant().plus(LOOK_AT_HELD));
                } else if (decision instanceof Decision.Wait wait && wait.until() != null) {
                    Instant look = clock.instant().plus(LOOK_AT_HELD);
                    return Optional.of(wait.until().isBefore(look) ? wait.until() : look);
                } else {
                    awaitOne();
                }
                sessions.endIdle();
            }
        }

        private void begin(List<Beginning> steps) {
            PhaseTimes times = known.times();
            for (Begun step : journal.begin(drive, steps)) {
                watch.begun(step);
                going++;
                hands.execute(() -> {
                    try {
                        over.add(perform(step, times));
                    } catch (RuntimeException e) {
                        over.add(() -> failure = e);
                    }
                });
            }
        }

        /** @return how to take in what came of it */
        private Runnable perform(Begun step, PhaseTimes times) {
            PhaseResult result;
            try {
                DeviceWork work = devices.of(sessions, step.runDeviceId(), step.reached(), step.phase(), times);
                if (step.reached().keyInDoubt()) {
                    sessions.end(work.deviceId()); // a new log-in is refused, in words that tell what to do
                }
                result = actions.perform(work, step.phase(), sessions);
            } catch (DeviceException e) {
                result = PhaseResult.failed(e.getMessage());
            } catch (ConfigSyntaxException e) {
                result = PhaseResult.failed("the device showed a configuration that can't be read, line " + e.line()
                        + ": " + e.getMessage());
            } catch (FencedOffException | DataAccessException | TransactionException e) {
                throw e; // nothing can be written down now: the run is taken up again by looking at the devices
            } catch (RuntimeException e) {
                String reference = UUID.randomUUID().toString().substring(0, 8);
                LOG.error("Unexpected error in run {}, reference {}", drive.runId(), reference, e);
                result = PhaseResult.failed("something went wrong inside Safe Step, reference " + reference);
            }
            if (closing && result.state() != StepState.DONE) {
                return () -> {}; // it did not fail: it was broken off, and whoever takes over looks how far it came
            }
            StepState state = result.state();
            Instant at = journal.end(drive, step, result);
            return () -> watch.ended(step, state, at);
        }

        /** Waits until a step has ended, and takes in all that have; comes back after a while, since time passes too. */
        private void awaitOne() {
            try {
                Runnable next = over.poll(LOOK_AT_GOING.toMillis(), TimeUnit.MILLISECONDS);
                while (next != null) {
                    going--;
                    next.run();
                    next = over.poll();
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(
                        "Safe Step was asked to end while run " + drive.runId() + " went on.", e);
            }
        }

        private void awaitAll() {
            while (going > 0) {
                awaitOne();
            }
        }
    }

    @PreDestroy
    void close() {
        closing = true;
        hands.shutdownNow();
    }
}
