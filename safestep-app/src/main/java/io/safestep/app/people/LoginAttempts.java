package io.safestep.app.people;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Counts failed log-ins for each log-in name and for each address, so that passwords can't be tried out in numbers. */
@Component
class LoginAttempts {

    static final int MOST_FAILURES = 8;
    static final Duration SPAN = Duration.ofMinutes(5);
    private static final int MOST_KEYS = 10_000;

    private final Clock clock;

    /** The oldest key is forgotten first, so that a flood of names can't fill the memory. */
    private final Map<String, Deque<Instant>> failures = new LinkedHashMap<>() {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Deque<Instant>> eldest) {
            return size() > MOST_KEYS;
        }
    };

    LoginAttempts(Clock clock) {
        this.clock = clock;
    }

    synchronized boolean tooMany(String key) {
        Deque<Instant> times = failures.get(key);
        if (times == null) {
            return false;
        }
        Instant oldest = clock.instant().minus(SPAN);
        times.removeIf(t -> t.isBefore(oldest));
        return times.size() >= MOST_FAILURES;
    }

    synchronized void failed(String key) {
        failures.computeIfAbsent(key, k -> new ArrayDeque<>()).addLast(clock.instant());
    }

    synchronized void succeeded(String key) {
        failures.remove(key);
    }
}
