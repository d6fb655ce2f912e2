package io.safestep.practice.device;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;

/** Who was logged in to a device, as far as it remembers. Safe for use by several sessions. */
public final class LogIns {

    private static final int MOST = 40;
    private static final Duration SAME_VISIT = Duration.ofMinutes(1);

    private final Deque<LogIn> newestFirst = new ArrayDeque<>();

    /** @param at by the device's own clock */
    public record LogIn(String account, String from, Instant at) {}

    /** One visit is noted once, however many connections it makes, with the time of the last. */
    synchronized void note(String account, String from, Instant at) {
        LogIn last = newestFirst.stream()
                .filter(l -> l.account().equals(account) && l.from().equals(from))
                .findFirst()
                .orElse(null);
        if (last != null && Duration.between(last.at(), at).abs().compareTo(SAME_VISIT) < 0) {
            newestFirst.remove(last);
        }
        newestFirst.addFirst(new LogIn(account, from, at));
        if (newestFirst.size() > MOST) {
            newestFirst.removeLast();
        }
    }

    public synchronized List<LogIn> newestFirst() {
        return List.copyOf(newestFirst);
    }
}
