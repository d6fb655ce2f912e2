package io.safestep.app.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import io.safestep.app.testing.TestPostgres;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.support.StaticListableBeanFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Jobs are done once, when they are due, and only if what makes them necessary was committed. */
class JobsTest {

    private static final Duration NEVER = Duration.ofHours(1);
    private static final Duration SOON = Duration.ofMillis(50);

    private final DriverManagerDataSource database =
            new DriverManagerDataSource(TestPostgres.freshUrl(), "postgres", "");
    private final JdbcTemplate jdbc = new JdbcTemplate(database);
    private final TransactionTemplate transaction = new TransactionTemplate(new JdbcTransactionManager(database));
    private final BlockingQueue<String> done = new LinkedBlockingQueue<>();
    private final List<Jobs> processes = new ArrayList<>();

    /** Two kinds; what becomes of a job is for each test to say. */
    private record Kind(String name, boolean urgent, Function<String, Optional<Instant>> work) implements JobHandler {
        @Override
        public Optional<Instant> execute(String id) {
            return work.apply(id);
        }
    }

    @BeforeEach
    void tables() {
        Flyway.configure().dataSource(database).load().migrate();
    }

    @AfterEach
    void end() {
        processes.forEach(Jobs::stop);
    }

    private Jobs process(Duration lookEvery, Function<String, Optional<Instant>> work) {
        StaticListableBeanFactory kinds = new StaticListableBeanFactory();
        kinds.addBean("pushing", new Kind("pushing", true, work));
        kinds.addBean("reading", new Kind("reading", false, work));
        Jobs jobs = new Jobs(
                database,
                kinds.getBeanProvider(JobHandler.class),
                kinds.getBeanProvider(RegularJob.class),
                Duration.ofSeconds(3),
                lookEvery,
                Clock.systemUTC());
        jobs.begin();
        processes.add(jobs);
        return jobs;
    }

    private Optional<Instant> note(String id) {
        done.add(id);
        return Optional.empty();
    }

    private String next() throws InterruptedException {
        String id = done.poll(30, TimeUnit.SECONDS);
        assertThat(id).as("a job that was begun").isNotNull();
        return id;
    }

    private int stored() {
        return jdbc.queryForObject(
                "select (select count(*) from scheduled_tasks) + (select count(*) from background_tasks)",
                Integer.class);
    }

    private void awaitNothingStored() {
        await("nothing stored any more").atMost(Duration.ofSeconds(30)).until(() -> stored() == 0);
    }

    @Test
    void whatIsDueBeginsWhenItIsCommittedAndNotWhenItIsLookedForTheNextTime() throws Exception {
        Jobs jobs = process(NEVER, this::note);
        transaction.executeWithoutResult(t -> {
            jobs.schedule("pushing", "run 1");
            jobs.schedule("reading", "round 1");
        });
        assertThat(List.of(next(), next())).containsExactlyInAnyOrder("run 1", "round 1");
        jobs.schedule("reading", "round 2");
        assertThat(next()).isEqualTo("round 2");
        awaitNothingStored();
    }

    @Test
    void whatATransactionThatFailsHasStoredIsNeverDone() throws Exception {
        Jobs jobs = process(SOON, this::note);
        transaction.executeWithoutResult(t -> {
            jobs.schedule("pushing", "of a change that could not be stored");
            t.setRollbackOnly();
        });
        assertThat(stored()).isZero();
        jobs.schedule("pushing", "the next");
        assertThat(next()).isEqualTo("the next");
        assertThat(done).isEmpty();
    }

    @Test
    void whatIsDueLaterWaitsUntilItIsHurried() throws Exception {
        Jobs jobs = process(SOON, this::note);
        jobs.schedule("reading", "of tomorrow", Instant.now().plus(Duration.ofDays(1)));
        jobs.schedule("reading", "of today");
        assertThat(next()).isEqualTo("of today");
        assertThat(done).isEmpty();
        jobs.hurry("reading", "of tomorrow");
        assertThat(next()).isEqualTo("of tomorrow");
        jobs.hurry("reading", "that is not stored");
        awaitNothingStored();
        assertThat(done).isEmpty();
    }

    @Test
    void theSameJobIsStoredOnce() throws Exception {
        Jobs jobs = process(NEVER, this::note);
        transaction.executeWithoutResult(t -> {
            jobs.schedule("pushing", "run 1");
            jobs.schedule("pushing", "run 1");
        });
        assertThat(next()).isEqualTo("run 1");
        awaitNothingStored();
        assertThat(done).isEmpty();
    }

    /** Whatever is told while a job looks may be younger than what it has seen. */
    @Test
    void whatIsStoredAnewWhileTheSameGoesOnIsDoneOnceMore() throws Exception {
        CountDownLatch told = new CountDownLatch(1);
        Jobs jobs = process(SOON, id -> {
            done.add(id);
            try {
                assertThat(told.await(30, TimeUnit.SECONDS)).isTrue();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            return Optional.empty();
        });
        jobs.scheduleAnew("reading", "a device", Instant.now());
        assertThat(next()).isEqualTo("a device");
        Instant later = Instant.now().plus(Duration.ofMillis(300));
        jobs.scheduleAnew("reading", "a device", later);
        jobs.scheduleAnew("reading", "a device", later);
        assertThat(stored()).as("the one that goes on, and one more").isEqualTo(2);
        told.countDown();
        assertThat(next()).isEqualTo("a device");
        awaitNothingStored();
        assertThat(done).isEmpty();
    }

    @Test
    void aJobGoesOnUntilItSaysThatItIsDone() {
        Jobs jobs = process(SOON, id -> {
            done.add(id);
            return done.size() < 3 ? Optional.of(Instant.now()) : Optional.empty();
        });
        jobs.schedule("reading", "in three parts");
        awaitNothingStored();
        assertThat(done).hasSize(3);
    }

    @Test
    void twoProcessesShareTheWorkAndDoNothingTwice() {
        Jobs jobs = process(SOON, this::note);
        process(SOON, this::note);
        List<String> all = IntStream.range(0, 60).mapToObj(i -> "device " + i).toList();
        transaction.executeWithoutResult(t -> all.forEach(id -> jobs.schedule("reading", id)));
        awaitNothingStored();
        assertThat(done).containsExactlyInAnyOrderElementsOf(all);
    }

    @Test
    void aKindThatNobodyHandlesIsRefused() {
        Jobs jobs = process(NEVER, this::note);
        assertThatThrownBy(() -> jobs.schedule("dreaming", "1"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("dreaming");
        assertThat(stored()).isZero();
    }
}
