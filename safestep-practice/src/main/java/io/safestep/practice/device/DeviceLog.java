package io.safestep.practice.device;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.function.Supplier;

/** What a device has written down about itself, as far as it remembers. Safe for use by several sessions. */
public final class DeviceLog {

    private static final int MOST = 400;

    private final Supplier<Instant> clock;
    private final Deque<Entry> oldestFirst = new ArrayDeque<>();

    /** @param at by the device's own clock */
    public record Entry(Instant at, String text) {}

    /** @param clock the device's own */
    DeviceLog(Supplier<Instant> clock) {
        this.clock = clock;
    }

    public synchronized void note(String text) {
        oldestFirst.addLast(new Entry(clock.get(), text));
        if (oldestFirst.size() > MOST) {
            oldestFirst.removeFirst();
        }
    }

    public synchronized List<Entry> oldestFirst() {
        return List.copyOf(oldestFirst);
    }
}
