package io.safestep.app.access;

import io.safestep.app.access.DeviceAccess.Opened;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Sessions that stay open from one visit to the next, at most one for each device, since a log-in costs a device more than
 * all that is asked then. One that rests takes no place from others; before it is used again the device has to give a sign
 * of life in it, else there is a new log-in. After anything that went wrong a session is closed.
 */
public final class KeptSessions implements DeviceVisits, AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(KeptSessions.class);

    /** Devices have few lines for those who log in. */
    private static final Duration LONGEST_REST = Duration.ofSeconds(60);

    private record Resting(Opened opened, Instant since) {

        DeviceSession session() {
            return opened.session();
        }
    }

    private final DeviceAccess access;
    private final Clock clock;
    private final Map<Long, Resting> resting = new ConcurrentHashMap<>();
    private volatile boolean closed;

    KeptSessions(DeviceAccess access, Clock clock) {
        this.access = access;
        this.clock = clock;
    }

    @Override
    public <T> T visit(long deviceId, Visit<T> visit) throws DeviceException {
        Opened opened = opened(deviceId);
        boolean good = false;
        try {
            T result = access.within(opened, visit);
            good = true;
            return result;
        } finally {
            if (good) {
                rest(deviceId, opened);
            } else {
                opened.session().close();
            }
        }
    }

    private Opened opened(long deviceId) throws DeviceException {
        Resting kept = resting.remove(deviceId);
        if (kept == null) {
            return access.open(deviceId);
        }
        boolean answers = false;
        try {
            kept.session().resume();
            answers = true;
            return kept.opened();
        } catch (DeviceException e) {
            LOG.debug("A session that was kept is of no use any more: {}", e.getMessage());
        } finally {
            if (!answers) {
                kept.session().close();
            }
        }
        return access.open(deviceId);
    }

    private void rest(long deviceId, Opened opened) {
        opened.session().rest();
        Resting before = resting.put(deviceId, new Resting(opened, clock.instant()));
        if (before != null) {
            before.session().close();
        }
        if (closed) {
            end(deviceId);
        }
    }

    /** Closes the session with the device, so that the next visit is a new log-in. */
    public void end(long deviceId) {
        Resting kept = resting.remove(deviceId);
        if (kept != null) {
            kept.session().close();
        }
    }

    /** Closes those that nobody has come back to. */
    public void endIdle() {
        Instant since = clock.instant().minus(LONGEST_REST);
        resting.forEach((deviceId, kept) -> {
            if (kept.since().isBefore(since) && resting.remove(deviceId, kept)) {
                kept.session().close();
            }
        });
    }

    @Override
    public void close() {
        closed = true;
        resting.keySet().forEach(this::end);
    }
}
