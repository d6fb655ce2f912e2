package io.safestep.app.run.journal;

import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Wakes whoever shows runs, in all processes, when something was written down about one. Gathered for a moment and sent
 * beside what is written: a notification inside a transaction would let only one of all that drive devices commit at a time.
 */
@Component
public class RunSignals {

    /** The channel of PostgreSQL on which the ids of runs are told, with commas between them. */
    public static final String CHANNEL = "safestep_runs";

    private static final Logger LOG = LoggerFactory.getLogger(RunSignals.class);
    private static final long GATHER_MILLIS = 40;

    private final JdbcClient jdbc;
    private final Set<Long> moved = ConcurrentHashMap.newKeySet();
    private final ScheduledExecutorService sending = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "run-signals");
        thread.setDaemon(true);
        return thread;
    });

    RunSignals(JdbcClient jdbc) {
        this.jdbc = jdbc;
        sending.scheduleWithFixedDelay(this::send, GATHER_MILLIS, GATHER_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** Something was written down about a run; told when the transaction is over, or at once where there is none. */
    public void moved(long runId) {
        if (TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCommit() {
                    moved.add(runId);
                }
            });
        } else {
            moved.add(runId);
        }
    }

    private void send() {
        if (moved.isEmpty()) {
            return;
        }
        List<Long> ids = List.copyOf(moved);
        moved.removeAll(ids);
        try {
            jdbc.sql("select pg_notify(:channel, :ids)")
                    .param("channel", CHANNEL)
                    .param(
                            "ids",
                            String.join(",", ids.stream().map(String::valueOf).toList()))
                    .query((row, number) -> true)
                    .single();
        } catch (DataAccessException e) {
            LOG.debug("Nobody was woken for runs {}: {}", ids, e.getMessage());
            moved.addAll(ids);
        }
    }

    @PreDestroy
    void close() {
        sending.shutdownNow();
    }
}
