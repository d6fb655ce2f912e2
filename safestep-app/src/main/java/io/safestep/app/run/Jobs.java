package io.safestep.app.run;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import io.safestep.app.schedule.ChangeBooked;
import java.time.Clock;
import java.time.Duration;
import javax.sql.DataSource;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.SmartLifecycle;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;
import org.springframework.stereotype.Component;

/**
 * Persistent jobs: driving a run, and starting one when its window opens. They are stored in the transaction that makes
 * them necessary. Another process on the same database takes over what a dead one left.
 */
@Component
class Jobs implements SmartLifecycle {

    private static final String DRIVE = "drive-run";
    private static final String START = "start-booked";

    private static final Duration RETRY = Duration.ofSeconds(10);

    private final SchedulerClient client;
    private final Scheduler scheduler;
    private final Clock clock;
    private final OneTimeTask<Void> drive;
    private final OneTimeTask<Void> start;

    Jobs(DataSource dataSource, RunDriver driver, ObjectProvider<Runs> runs, Clock clock) {
        this.clock = clock;
        // A run of which the database was lost for a while is looked at again, and never pushed blindly.
        drive = Tasks.oneTime(DRIVE)
                .onFailure(new FailureHandler.OnFailureRetryLater<>(RETRY))
                .execute((instance, context) -> driver.drive(Long.parseLong(instance.getId())));
        start = Tasks.oneTime(START)
                .onFailure(new FailureHandler.OnFailureRetryLater<>(RETRY))
                .execute((instance, context) -> {
                    String[] id = instance.getId().split(":");
                    runs.getObject().startByItself(Integer.parseInt(id[0]), Long.parseLong(id[1]));
                });
        DataSource transactional = new TransactionAwareDataSourceProxy(dataSource);
        client = SchedulerClient.Builder.create(transactional, drive, start).build();
        scheduler = Scheduler.create(dataSource, drive, start)
                .threads(10)
                .pollingInterval(Duration.ofSeconds(1))
                .heartbeatInterval(Duration.ofSeconds(3))
                .missedHeartbeatsLimit(4)
                .shutdownMaxWait(Duration.ofSeconds(2))
                .build();
    }

    /** Has the run driven, from when the current transaction is committed. */
    void drive(long runId) {
        client.scheduleIfNotExists(drive.instance(Long.toString(runId)), clock.instant());
    }

    @EventListener
    void booked(ChangeBooked booked) {
        if (booked.startAt() != null) {
            client.scheduleIfNotExists(start.instance(booked.number() + ":" + booked.bookingId()), booked.startAt());
        }
    }

    /** Not before the application is ready: a run that is taken up needs everything. */
    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        scheduler.start();
    }

    @Override
    public void start() {
        // Jobs begin when the application is ready.
    }

    @Override
    public void stop() {
        scheduler.stop();
    }

    @Override
    public boolean isRunning() {
        return true;
    }
}
