package io.safestep.practice.device;

import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/**
 * The timer by which a device goes back to the configuration that it held when the timer was started. A start of the
 * device ends it: then the device runs startup.
 */
public final class ReturnTimer {

    private static final ScheduledExecutorService TIMERS = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "return-timers");
        thread.setDaemon(true);
        return thread;
    });

    private record Running(DeviceConfiguration before, int boot, Instant until, ScheduledFuture<?> end) {}

    private final PracticeDevice device;
    private @Nullable Running running;

    ReturnTimer(PracticeDevice device) {
        this.device = device;
    }

    /** Starts it, or starts it anew: then the configuration to which it leads stays the older one. */
    public synchronized void start(Duration within) {
        Running old = current();
        DeviceConfiguration before = old != null ? old.before() : device.running();
        if (old != null) {
            old.end().cancel(false);
        }
        int boot = device.boots();
        running = new Running(
                before,
                boot,
                device.now().plus(within),
                TIMERS.schedule(() -> expired(boot), within.toMillis(), TimeUnit.MILLISECONDS));
    }

    private synchronized void expired(int boot) {
        if (running != null && running.boot() == boot) {
            goBack();
        }
    }

    public synchronized boolean isRunning() {
        return current() != null;
    }

    /** A start of the device forgets it. */
    private @Nullable Running current() {
        return running != null && running.boot() == device.boots() ? running : null;
    }

    /** How long it still runs. */
    public synchronized Duration left() {
        Running current = current();
        return current == null ? Duration.ZERO : Duration.between(device.now(), current.until());
    }

    /** @return false when none runs */
    public synchronized boolean stop() {
        boolean was = isRunning();
        if (running != null) {
            running.end().cancel(false);
            running = null;
        }
        return was;
    }

    /** @return false when none runs */
    public synchronized boolean goBack() {
        Running current = current();
        if (current == null) {
            return false;
        }
        stop();
        device.replace(current.before());
        return true;
    }
}
