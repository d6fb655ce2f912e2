package io.safestep.app.round;

import io.safestep.app.round.RoundAction.Outcome;
import io.safestep.app.round.RoundRows.Done;
import io.safestep.app.round.RoundRows.Waiting;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;

/**
 * Takes the devices of a round in turn, many at once. What is begun is stored before it is begun. What ends within one moment
 * is stored together, and the next ones are begun together: with thousands of devices, storing each by itself would cost as
 * much as asking it.
 */
final class Dispatch {

    private static final long MOMENT = TimeUnit.MILLISECONDS.toNanos(50);

    private final RoundRows rows;
    private final Queue<Waiting> waiting;
    private final int atOnce;
    private final Function<Waiting, Outcome> action;
    private final BlockingQueue<Done> done = new LinkedBlockingQueue<>();

    /** @param action does not throw */
    Dispatch(RoundRows rows, List<Waiting> waiting, int atOnce, Function<Waiting, Outcome> action) {
        this.rows = rows;
        this.waiting = new ArrayDeque<>(waiting);
        this.atOnce = Math.max(1, Math.min(atOnce, waiting.size()));
        this.action = action;
    }

    /** Comes back when all are done, or skipped since a person has stopped the round. */
    void run() {
        ExecutorService threads = Executors.newFixedThreadPool(atOnce);
        try {
            int going = begin(threads, atOnce);
            while (going > 0) {
                List<Done> ended = awaitEnded(going);
                rows.end(ended);
                going += begin(threads, ended.size()) - ended.size();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(
                    "The round was broken off, since Safe Step ends. It is taken up again after the start.", e);
        } finally {
            threads.shutdown();
            awaitIdle(threads);
        }
    }

    /** @return how many were begun */
    private int begin(ExecutorService threads, int free) {
        List<Waiting> next = new ArrayList<>();
        while (next.size() < free && !waiting.isEmpty()) {
            next.add(waiting.remove());
        }
        if (next.isEmpty()) {
            return 0;
        }
        Set<Long> begun = rows.begin(next);
        next.stream()
                .filter(w -> begun.contains(w.rowId()))
                .forEach(w -> threads.execute(() -> done.add(new Done(w, action.apply(w)))));
        if (begun.size() < next.size()) {
            List<Waiting> left = new ArrayList<>(next);
            left.removeIf(w -> begun.contains(w.rowId()));
            left.addAll(waiting);
            waiting.clear();
            rows.skip(left);
        }
        return begun.size();
    }

    private List<Done> awaitEnded(int going) throws InterruptedException {
        List<Done> ended = new ArrayList<>(List.of(done.take()));
        long until = System.nanoTime() + MOMENT;
        while (ended.size() < going) {
            Done another = done.poll(until - System.nanoTime(), TimeUnit.NANOSECONDS);
            if (another == null) {
                break;
            }
            ended.add(another);
        }
        return ended;
    }

    /** Nobody may take the round up again while some of it still goes on. */
    private static void awaitIdle(ExecutorService threads) {
        boolean interrupted = false;
        while (true) {
            try {
                if (threads.awaitTermination(1, TimeUnit.MINUTES)) {
                    break;
                }
            } catch (InterruptedException e) {
                interrupted = true;
                threads.shutdownNow();
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
