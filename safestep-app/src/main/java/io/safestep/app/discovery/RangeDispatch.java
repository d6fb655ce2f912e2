package io.safestep.app.discovery;

import io.safestep.core.address.IpAddress;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/**
 * Takes the addresses of a search in turn, many at once. What was found within one moment is stored together: with thousands
 * of devices, storing each by itself took a tenth of the time of the threads that ask.
 */
final class RangeDispatch {

    private static final long MOMENT = TimeUnit.MILLISECONDS.toNanos(100);
    private static final long SAVE_EVERY = TimeUnit.MILLISECONDS.toNanos(700);

    private final Look look;
    private final SearchJournal journal;
    private final long searchId;
    private final Iterator<IpAddress> addresses;
    private final ExecutorService threads;
    private final int atOnce;

    private final BlockingQueue<Ended> ended = new LinkedBlockingQueue<>();
    private final List<Finding> unstored = new ArrayList<>();
    /** Those that have to be looked at again when the process dies now. */
    private final TreeSet<Long> open = new TreeSet<>();

    private final TreeSet<Long> toBeStored = new TreeSet<>();
    private int going;
    private long storeAt;
    private long saveAt = System.nanoTime() + SAVE_EVERY;
    private long lookedAt;
    private Long lastBegun;

    private record Ended(long address, List<Finding> findings) {}

    /**
     * @param threads has at least as many as are looked at at once
     * @param lookedAt how many addresses were looked at before
     */
    RangeDispatch(
            Search search,
            Look look,
            SearchJournal journal,
            Iterator<IpAddress> addresses,
            ExecutorService threads,
            int atOnce,
            long lookedAt) {
        this.searchId = search.id();
        this.look = look;
        this.journal = journal;
        this.addresses = addresses;
        this.threads = threads;
        this.atOnce = atOnce;
        this.lookedAt = lookedAt;
        this.lastBegun = search.lastAddress();
    }

    /**
     * Comes back when all were looked at, or when a person has stopped the search and what was begun by then has ended.
     *
     * @return who stopped it
     */
    Optional<String> run() {
        Optional<String> stoppedBy = Optional.empty();
        try {
            while (going > 0 || stoppedBy.isEmpty() && addresses.hasNext()) {
                while (stoppedBy.isEmpty() && going < atOnce && addresses.hasNext()) {
                    begin(addresses.next());
                }
                awaitSomething();
                if (!unstored.isEmpty() && System.nanoTime() - storeAt >= 0) {
                    store();
                }
                if (System.nanoTime() - saveAt >= 0) {
                    save();
                    stoppedBy = stoppedBy.isPresent() ? stoppedBy : journal.stoppedBy(searchId);
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(
                    "The search was broken off, since Safe Step ends. It is taken up again after the start.", e);
        }
        store();
        save();
        return stoppedBy;
    }

    private void begin(IpAddress address) {
        long number = Integer.toUnsignedLong(address.bits());
        lastBegun = number;
        open.add(number);
        going++;
        threads.execute(() -> {
            List<Finding> findings = List.of();
            try {
                findings = look.at(address.toString(), false);
            } finally {
                // However it ended: an address that never ends would never let the search end.
                ended.add(new Ended(number, findings));
            }
        });
    }

    private void awaitSomething() throws InterruptedException {
        long until = unstored.isEmpty() ? saveAt : Math.min(saveAt, storeAt);
        Ended next = ended.poll(Math.max(0, until - System.nanoTime()), TimeUnit.NANOSECONDS);
        while (next != null) {
            going--;
            if (next.findings().isEmpty()) {
                open.remove(next.address());
                lookedAt++;
            } else {
                if (unstored.isEmpty()) {
                    storeAt = System.nanoTime() + MOMENT;
                }
                unstored.addAll(next.findings());
                toBeStored.add(next.address());
            }
            next = ended.poll();
        }
    }

    private void store() {
        look.store(unstored);
        lookedAt += toBeStored.size();
        open.removeAll(toBeStored);
        toBeStored.clear();
        unstored.clear();
    }

    private void save() {
        saveAt = System.nanoTime() + SAVE_EVERY;
        journal.progress(searchId, lookedAt, open.isEmpty() ? lastBegun : Long.valueOf(open.first() - 1));
    }
}
