package io.safestep.app.kept;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What is found out once for everybody who asks: fifty people who look at the same page ask for the same. Found out anew when
 * something of it was written, and when somebody asks after two seconds, since much passes by time alone. Asked for within a
 * transaction, by any number of threads.
 */
public final class FoundOnce<T> {

    private static final Duration KEPT = Duration.ofSeconds(2);

    /** What is older is given to nobody. */
    private static final Duration OLDEST = Duration.ofSeconds(10);

    private final Stamps stamps;
    private final Stamps.Listed list;
    private final Clock clock;
    private final Supplier<T> finding;

    private final ReentrantLock lock = new ReentrantLock();
    private volatile @Nullable Found<T> last;

    /**
     * @param list what it depends on
     * @param finding finds it out; what it gives is shared between threads
     */
    public FoundOnce(Stamps stamps, Stamps.Listed list, Clock clock, Supplier<T> finding) {
        this.stamps = stamps;
        this.list = list;
        this.clock = clock;
        this.finding = finding;
    }

    private record Found<T>(String stamp, Instant at, T what) {}

    public T now() {
        String stamp = stamps.of(list);
        // What a transaction has written that may yet be undone is for nobody else.
        return TransactionSynchronizationManager.isCurrentTransactionReadOnly() ? kept(stamp) : finding.get();
    }

    private T kept(String stamp) {
        Found<T> known = last;
        if (known == null || !holds(known, stamp)) {
            return foundByOne().what();
        }
        // Nobody waits for what has only grown a little old: one finds it out, the others take what is known meanwhile.
        if (isOlder(known, KEPT) && lock.tryLock()) {
            try {
                known = find(stamp);
            } finally {
                lock.unlock();
            }
        }
        return known.what();
    }

    /** One at a time: the others take what the first has found, also where it has moved once more while they waited. */
    private Found<T> foundByOne() {
        lock.lock();
        try {
            String stamp = stamps.of(list);
            Found<T> known = last;
            return known == null || !holds(known, stamp) ? find(stamp) : known;
        } finally {
            lock.unlock();
        }
    }

    private Found<T> find(String stamp) {
        Found<T> found = new Found<>(stamp, clock.instant(), finding.get());
        last = found;
        return found;
    }

    private boolean holds(Found<T> known, String stamp) {
        return known.stamp().equals(stamp) && !isOlder(known, OLDEST);
    }

    private boolean isOlder(Found<T> known, Duration age) {
        return Duration.between(known.at(), clock.instant()).abs().compareTo(age) > 0;
    }
}
