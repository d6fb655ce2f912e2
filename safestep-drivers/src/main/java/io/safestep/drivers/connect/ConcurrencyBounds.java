package io.safestep.drivers.connect;

import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceTarget;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;

/**
 * How many devices are talked with at once, in all and at one site: a small link to a terminal must not be filled by Safe
 * Step. Who comes first is served first.
 */
public final class ConcurrencyBounds {

    private final int perSite;
    private final Duration patience;
    private final Semaphore total;
    private final Map<String, Semaphore> sites = new ConcurrentHashMap<>();

    /** @param patience how long a session waits for its turn */
    public ConcurrencyBounds(int inAll, int perSite, Duration patience) {
        this.total = new Semaphore(inAll, true);
        this.perSite = perSite;
        this.patience = patience;
    }

    /** 64 in all, 16 at one site, five minutes of patience. */
    public static ConcurrencyBounds usual() {
        return new ConcurrencyBounds(64, 16, Duration.ofMinutes(5));
    }

    /** None: for sessions that only listen, whose number somebody else bounds. */
    public static ConcurrencyBounds none() {
        return new ConcurrencyBounds(Integer.MAX_VALUE, Integer.MAX_VALUE, Duration.ofSeconds(1));
    }

    /** A place that was taken; it may be given back and taken again. */
    final class Place {
        private final DeviceTarget target;
        private final Semaphore site;
        private boolean taken;

        private Place(DeviceTarget target) {
            this.target = target;
            this.site = sites.computeIfAbsent(target.site(), s -> new Semaphore(perSite, true));
        }

        /** Waits for its turn. */
        synchronized void take() throws DeviceException {
            if (taken) {
                return;
            }
            long deadline = System.nanoTime() + patience.toNanos();
            acquire(site, deadline, target);
            try {
                acquire(total, deadline, target);
                taken = true;
            } finally {
                if (!taken) {
                    site.release();
                }
            }
        }

        synchronized void giveBack() {
            if (taken) {
                taken = false;
                total.release();
                site.release();
            }
        }
    }

    Place take(DeviceTarget target) throws DeviceException {
        Place place = new Place(target);
        place.take();
        return place;
    }

    private static void acquire(Semaphore places, long deadline, DeviceTarget target) throws DeviceException {
        try {
            if (!places.tryAcquire(Math.max(0, deadline - System.nanoTime()), TimeUnit.NANOSECONDS)) {
                throw new DeviceException(
                        Reason.BUSY,
                        target.name() + " had no turn: too many devices are being talked with. Try again later.");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new DeviceException(Reason.BUSY, "Waiting for " + target.name() + " was broken off.", e);
        }
    }
}
