package io.safestep.app.job;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.exceptions.TaskInstanceException;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.SmartLifecycle;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Persistent jobs. They are stored in the transaction that makes them necessary. Another process on the same database
 * shares the work and takes over what a dead one left. The front door of this package.
 */
@Component
public class Jobs implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(Jobs.class);
    private static final Duration RETRY = Duration.ofSeconds(10);
    /** Marks a job that was stored while another for the same was going on. */
    private static final String ANEW = " anew";

    private static final int MOST_AT_ONCE = 4;
    private static final int URGENT_THREADS = 10;
    private static final int BACKGROUND_THREADS = 6;

    private final DataSource dataSource;
    private final ObjectProvider<JobHandler> handlers;
    private final ObjectProvider<RegularJob> regular;
    private final Duration signOfLife;
    private final Duration lookEvery;
    private final Clock clock;
    private List<Queue> queues = List.of();

    /** Jobs of one urgency, in a table and with threads of their own. */
    private record Queue(Map<String, CustomTask<Void>> tasks, SchedulerClient client, Scheduler scheduler) {

        CustomTask<Void> task(String name) {
            return Objects.requireNonNull(tasks.get(name), name);
        }
    }

    /**
     * @param handlers asked for late, since they need jobs themselves; so are the regular ones
     * @param signOfLife how often a process shows that it is alive; after four times without one its jobs are taken over
     * @param lookEvery how long at most until what another process has stored, or what becomes due, is begun
     */
    Jobs(
            DataSource dataSource,
            ObjectProvider<JobHandler> handlers,
            ObjectProvider<RegularJob> regular,
            @Value("${safestep.jobs.sign-of-life:3s}") Duration signOfLife,
            @Value("${safestep.jobs.look-every:500ms}") Duration lookEvery,
            Clock clock) {
        this.signOfLife = signOfLife;
        this.lookEvery = lookEvery;
        this.dataSource = dataSource;
        this.handlers = handlers;
        this.regular = regular;
        this.clock = clock;
    }

    /** Stores a job that is due when the current transaction is committed, unless it is stored already. */
    public void schedule(String name, String id) {
        schedule(name, id, clock.instant());
    }

    /** @param at UTC */
    public void schedule(String name, String id, Instant at) {
        Queue queue = queueOf(name);
        queue.client().scheduleIfNotExists(queue.task(name).instance(id), at);
        lookWhenCommitted(queue, at);
    }

    /**
     * Like {@link #schedule(String, String, Instant)}, but one that is going on at this moment does not count: it may have
     * looked already at what has changed since.
     */
    public void scheduleAnew(String name, String id, Instant at) {
        Queue queue = queueOf(name);
        CustomTask<Void> task = queue.task(name);
        String instance = id;
        for (int i = 0; i < MOST_AT_ONCE; i++) {
            boolean stored = queue.client().scheduleIfNotExists(task.instance(instance), at);
            boolean waits = stored
                    || queue.client()
                            .getScheduledExecution(task.instance(instance))
                            .map(e -> !e.isPicked())
                            .orElse(false);
            if (waits) {
                break;
            }
            instance += ANEW;
        }
        lookWhenCommitted(queue, at);
    }

    private Queue queueOf(String name) {
        return queues().stream()
                .filter(q -> q.tasks().containsKey(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no kind of job called " + name + "."));
    }

    /** Has a stored job be done now, however late it was due. Nothing happens when it is going on, or is not stored. */
    public void hurry(String name, String id) {
        for (Queue queue : queues()) {
            CustomTask<Void> task = queue.tasks().get(name);
            if (task != null) {
                try {
                    Instant now = clock.instant();
                    queue.client().reschedule(task.instance(id), now);
                    lookWhenCommitted(queue, now);
                } catch (TaskInstanceException e) {
                    // One that is going on looks itself what has become of its work; one that is gone has nothing left.
                    LOG.debug("The job {} {} is not waiting: {}", name, id, e.getMessage());
                }
            }
        }
    }

    /** Somebody waits for what is due now: not until it is looked for the next time. */
    private void lookWhenCommitted(Queue queue, Instant due) {
        if (due.isAfter(clock.instant())
                || !queue.scheduler().getSchedulerState().isStarted()) {
            return;
        }
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            queue.scheduler().triggerCheckForDueExecutions();
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                queue.scheduler().triggerCheckForDueExecutions();
            }
        });
    }

    private synchronized List<Queue> queues() {
        if (queues.isEmpty()) {
            List<JobHandler> all = handlers.stream().toList();
            List<RecurringTask<Void>> recurring =
                    regular.stream().map(Jobs::recurring).toList();
            queues = List.of(
                    queue(
                            all.stream().filter(JobHandler::urgent).toList(),
                            List.of(),
                            "scheduled_tasks",
                            URGENT_THREADS),
                    queue(
                            all.stream().filter(h -> !h.urgent()).toList(),
                            recurring,
                            "background_tasks",
                            BACKGROUND_THREADS));
        }
        return queues;
    }

    private static RecurringTask<Void> recurring(RegularJob job) {
        return Tasks.recurring(job.name(), FixedDelay.of(job.every())).execute((instance, context) -> job.execute());
    }

    private static CompletionHandler<Void> completion(Optional<Instant> goesOn) {
        return goesOn.<CompletionHandler<Void>>map(at -> (done, operations) -> operations.reschedule(done, at))
                .orElseGet(CompletionHandler.OnCompleteRemove::new);
    }

    private Queue queue(List<JobHandler> kinds, List<RecurringTask<Void>> recurring, String table, int threads) {
        Map<String, CustomTask<Void>> tasks = new HashMap<>();
        for (JobHandler kind : kinds) {
            // What failed because the database was lost for a while is looked at again.
            tasks.put(
                    kind.name(),
                    Tasks.custom(kind.name(), Void.class)
                            .onFailure(new FailureHandler.OnFailureRetryLater<>(RETRY))
                            .execute((instance, context) ->
                                    completion(kind.execute(instance.getId().replace(ANEW, "")))));
        }
        List<Task<?>> all = new ArrayList<>(tasks.values());
        return new Queue(
                tasks,
                SchedulerClient.Builder.create(new TransactionAwareDataSourceProxy(dataSource), all)
                        .tableName(table)
                        .build(),
                Scheduler.create(dataSource, all)
                        .tableName(table)
                        .threads(threads)
                        .pollingInterval(lookEvery)
                        .heartbeatInterval(signOfLife)
                        .missedHeartbeatsLimit(4)
                        .startTasks(recurring)
                        .shutdownMaxWait(Duration.ofSeconds(2))
                        .build());
    }

    /** Not before the application is ready: a job that is taken up needs everything. */
    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        queues().forEach(q -> q.scheduler().start());
    }

    @Override
    public void start() {
        // Jobs begin when the application is ready.
    }

    @Override
    public void stop() {
        queues.forEach(q -> q.scheduler().stop());
    }

    @Override
    public boolean isRunning() {
        return true;
    }
}
