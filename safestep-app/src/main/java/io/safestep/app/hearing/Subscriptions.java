package io.safestep.app.hearing;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.app.settings.LogSettings;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Sessions that are held open with devices that notify over NETCONF (RFC 5277) when they are changed. Each takes a thread,
 * so that there are at most as many as the settings say; the others are looked at by rounds.
 */
@Component
class Subscriptions implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(Subscriptions.class);
    private static final Duration LISTENING = Duration.ofSeconds(60);
    /** A session that broke off is begun again after a few seconds; longer each time that it fails at once. */
    private static final Duration AFTER_FAILURE = Duration.ofSeconds(3);

    /** One that says that it does not notify is asked again later: it may have been taught to. */
    private static final Duration AFTER_REFUSAL = Duration.ofHours(1);

    private static final int MOST_DOUBLINGS = 6;
    private static final int LOOK_SECONDS = 2;

    private final Devices devices;
    private final DeviceAccess access;
    private final Platforms platforms;
    private final Hints hints;
    private final LogSettings settings;
    private final Clock clock;
    private final ExecutorService threads = Executors.newCachedThreadPool(Subscriptions::daemon);
    private final ScheduledExecutorService looking = Executors.newSingleThreadScheduledExecutor(Subscriptions::daemon);

    private final Set<Long> listened = ConcurrentHashMap.newKeySet();

    /** Devices that could not be listened to are left alone until then. */
    private final Map<Long, Instant> notBefore = new ConcurrentHashMap<>();

    /** How often in a row each could not be listened to. */
    private final Map<Long, Integer> failures = new ConcurrentHashMap<>();

    private volatile boolean closed;

    Subscriptions(
            Devices devices, DeviceAccess access, Platforms platforms, Hints hints, LogSettings settings, Clock clock) {
        this.devices = devices;
        this.access = access;
        this.platforms = platforms;
        this.hints = hints;
        this.settings = settings;
        this.clock = clock;
    }

    private static Thread daemon(Runnable runnable) {
        Thread thread = new Thread(runnable, "subscription");
        thread.setDaemon(true);
        return thread;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        if (settings.subscriptions() > 0) {
            looking.scheduleWithFixedDelay(
                    () -> subscribe(settings.subscriptions()), 1, LOOK_SECONDS, TimeUnit.SECONDS);
        }
    }

    /** @param most with how many devices in all */
    void subscribe(int most) {
        try {
            for (Device device : devices.snapshots()) {
                boolean wanted = listened.size() < most && notifies(device) && mayTry(device.id());
                if (wanted && listened.add(device.id())) {
                    threads.execute(() -> listen(device));
                }
            }
        } catch (RuntimeException e) {
            // The next look may succeed: the database may be away for a while.
            LOG.warn("Devices that notify could not be looked for: {}", e.getMessage());
        }
    }

    /** How many devices are listened to. */
    int count() {
        return listened.size();
    }

    private boolean notifies(Device device) {
        return device.hostKey() != null
                && platforms.has(device.platform())
                && platforms.profile(device.platform()).access().notifies();
    }

    private boolean mayTry(long deviceId) {
        return !clock.instant().isBefore(notBefore.getOrDefault(deviceId, Instant.MIN));
    }

    private void listen(Device device) {
        boolean refused = false;
        try {
            access.listen(device.id(), (on, session) -> {
                hear(device, session);
                return true;
            });
        } catch (DeviceException e) {
            refused = e.reason() == Reason.NOT_POSSIBLE;
            LOG.debug("{} is not listened to: {}", device.name(), e.getMessage());
        } finally {
            int failed = failures.merge(device.id(), 1, Integer::sum);
            Duration pause = AFTER_FAILURE.multipliedBy(1L << Math.min(failed - 1, MOST_DOUBLINGS));
            notBefore.put(device.id(), clock.instant().plus(refused ? AFTER_REFUSAL : pause));
            listened.remove(device.id());
        }
    }

    private void hear(Device device, DeviceSession session) throws DeviceException {
        boolean first = true;
        while (!closed) {
            // Nothing comes within a moment: it is only made sure that the device has taken the subscription.
            boolean changed = session.awaitChange(first ? Duration.ofMillis(1) : LISTENING);
            if (first && failures.remove(device.id()) != null) {
                changed = true; // nobody has listened meanwhile
            }
            first = false;
            if (changed) {
                hints.heardFrom(device.name());
            }
        }
    }

    @Override
    public void close() {
        closed = true;
        looking.shutdownNow();
        threads.shutdownNow();
    }
}
