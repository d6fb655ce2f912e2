package io.safestep.app.run.phases;

import io.safestep.app.access.DeviceVisits;
import io.safestep.app.run.journal.RunJournal;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.drivers.DeviceException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Waits for a device that does not answer after something was written to it: nothing is said about it before it was read.
 * While its dead-man timer runs, that is what will bring it back.
 */
@Component
class LostContact {

    private static final Duration BETWEEN_TRIES = Duration.ofSeconds(3);

    /** What time may cure. */
    private static final Set<DeviceException.Reason> PASSING = Set.of(
            DeviceException.Reason.NO_ROUTE,
            DeviceException.Reason.CONNECTION_REFUSED,
            DeviceException.Reason.TIMED_OUT,
            DeviceException.Reason.SILENT,
            DeviceException.Reason.SESSION_LOST,
            DeviceException.Reason.IN_USE);

    private final RunJournal journal;
    private final Duration patience;
    private final Clock clock;

    /** @param patience how long a device is waited for whose timer does not run, and after the end of one that does */
    LostContact(RunJournal journal, @Value("${safestep.run.patience:60s}") Duration patience, Clock clock) {
        this.journal = journal;
        this.patience = patience;
        this.clock = clock;
    }

    /** The running configuration, as soon as the device answers. */
    ConfigTree readRunning(DeviceWork work) throws DeviceException {
        return work.engine().read(patiently(work, (device, session) -> session.readRunning()));
    }

    /** Comes back when the device answers, or waiting has been of no use. */
    void await(DeviceWork work) throws DeviceException {
        patiently(work, (device, session) -> true);
    }

    /**
     * The way into the device by which a connection that does not come about is tried again for a while: one slow key
     * exchange is no reason to turn back. What was begun in a session is never repeated. While a dead-man timer runs, half
     * of what is left of it is the most.
     */
    DeviceVisits connectingAgain(DeviceWork work) {
        return new DeviceVisits() {
            @Override
            public <T> T visit(long deviceId, Visit<T> visit) throws DeviceException {
                return connected(work, deviceId, visit);
            }
        };
    }

    private <T> T connected(DeviceWork work, long deviceId, DeviceVisits.Visit<T> visit) throws DeviceException {
        Instant begun = clock.instant();
        Duration bound = patience.dividedBy(2);
        if (work.timerUntil() != null) {
            Duration left = Duration.between(begun, work.timerUntil()).dividedBy(2);
            bound = left.compareTo(bound) < 0 ? left : bound;
        }
        boolean first = true;
        while (true) {
            AtomicBoolean inside = new AtomicBoolean();
            try {
                return work.visits().visit(deviceId, (device, session) -> {
                    inside.set(true);
                    return visit.in(device, session);
                });
            } catch (DeviceException e) {
                // The limits of a slow device may be longer than the bound: it is given a second chance all the same.
                boolean again = first && work.timerUntil() == null
                        || clock.instant().plus(BETWEEN_TRIES).isBefore(begun.plus(bound));
                if (inside.get() || !PASSING.contains(e.reason()) || !again) {
                    throw e;
                }
                first = false;
                journal.note(
                        work.drive(),
                        work.runDeviceId(),
                        "no connection (" + e.getMessage() + "); tried again in " + BETWEEN_TRIES.toSeconds() + " s");
            }
            Patience.pause(BETWEEN_TRIES);
        }
    }

    private <T> T patiently(DeviceWork work, DeviceVisits.Visit<T> visit) throws DeviceException {
        Instant now = clock.instant();
        Instant from = work.timerUntil() == null || work.timerUntil().isBefore(now) ? now : work.timerUntil();
        Instant until = from.plus(patience);
        boolean told = false;
        while (true) {
            try {
                return work.visits().visit(work.deviceId(), visit);
            } catch (DeviceException e) {
                // An account that the change has touched comes back with the timer; else asking again may lock it.
                boolean passing = PASSING.contains(e.reason())
                        || e.reason() == DeviceException.Reason.LOGIN_REFUSED && work.timerUntil() != null;
                if (!passing || !clock.instant().plus(BETWEEN_TRIES).isBefore(until)) {
                    throw e;
                }
                if (!told) {
                    journal.note(
                            work.drive(),
                            work.runDeviceId(),
                            "does not answer (" + e.getMessage() + "); waiting for it to come back, at most "
                                    + Duration.between(clock.instant(), until).toSeconds() + " s");
                    told = true;
                }
            }
            Patience.pause(BETWEEN_TRIES);
        }
    }
}
