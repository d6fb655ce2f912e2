package io.safestep.app.round;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.round.RoundAction.Outcome;
import io.safestep.app.round.RoundRows.Waiting;
import io.safestep.app.round.RoundView.Result;
import io.safestep.app.testing.SafeStepTest;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** The devices of a round in turn, with an action of the test's own. */
class DispatchTest extends SafeStepTest {

    private static final int AT_ONCE = 3;

    @Autowired
    private RoundRows rows;

    @Autowired
    private RoundRepository repository;

    @Autowired
    private Devices devices;

    @Autowired
    private JdbcTemplate jdbc;

    private long roundId;

    @BeforeEach
    void begin() {
        awaitWholeDemo();
        roundId = repository
                .saveAndFlush(new Round("LOOK", "", "abrill", Instant.EPOCH, null, 0))
                .id();
        rows.add(roundId, devices.snapshots().stream().limit(8).map(Device::id).toList(), Instant.EPOCH, Duration.ZERO);
    }

    private List<Result> dispatch(Function<Waiting, Outcome> action) {
        new Dispatch(rows, rows.waiting(roundId, Instant.now()), AT_ONCE, action).run();
        jdbc.update("update round set ended_at = now() where id = ?", roundId);
        return rows.results(roundId);
    }

    private String state(long rowId) {
        return jdbc.queryForObject("select state from round_device where id = ?", String.class, rowId);
    }

    @Test
    void eachDeviceIsBegunBeforeItIsDoneAndHasItsOwnResult() {
        Set<String> begun = ConcurrentHashMap.newKeySet();
        List<Result> results = dispatch(w -> {
            begun.add(w.device() + " " + state(w.rowId()));
            return w.rowId() % 2 == 0 ? Outcome.good("Good " + w.device()) : Outcome.bad("Bad " + w.device());
        });
        assertThat(results).hasSize(8).allSatisfy(r -> {
            assertThat(begun).contains(r.device() + " GOING");
            assertThat(r.words()).isEqualTo((r.state() == Turn.DONE ? "Good " : "Bad ") + r.device());
            assertThat(r.endedAt()).isNotNull();
        });
        assertThat(rows.counts(roundId).failed()).isEqualTo(4);
    }

    @Test
    void asManyAsAllowedGoOnAtOnceAndNoMore() throws Exception {
        CyclicBarrier all = new CyclicBarrier(AT_ONCE);
        AtomicInteger going = new AtomicInteger();
        AtomicInteger most = new AtomicInteger();
        AtomicInteger number = new AtomicInteger();
        List<Result> results = dispatch(w -> {
            most.accumulateAndGet(going.incrementAndGet(), Math::max);
            try {
                if (number.getAndIncrement() < AT_ONCE) {
                    all.await(20, TimeUnit.SECONDS);
                }
                return Outcome.good("Met the others.");
            } catch (Exception e) {
                return Outcome.bad("Waited in vain for the others.");
            } finally {
                going.decrementAndGet();
            }
        });
        assertThat(results).allSatisfy(r -> assertThat(r.words()).isEqualTo("Met the others."));
        assertThat(most).hasValue(AT_ONCE);
    }

    @Test
    void whenAPersonStopsTheRoundWhatIsBegunComesToItsEndAndTheRestIsNotBegun() {
        List<Result> results = dispatch(w -> {
            jdbc.update("update round set stop_requested_by = 'hloman' where id = ?", roundId);
            return Outcome.good("Done.");
        });
        assertThat(results.subList(0, AT_ONCE))
                .allSatisfy(r -> assertThat(r.words()).isEqualTo("Done."));
        assertThat(results.subList(AT_ONCE, 8)).allSatisfy(r -> {
            assertThat(r.state()).isEqualTo(Turn.SKIPPED);
            assertThat(r.words()).isEqualTo("Not begun: hloman stopped the round.");
            assertThat(r.endedAt()).isNotNull();
        });
    }

    @Test
    void nothingToDoIsDoneAtOnce() {
        jdbc.update("delete from round_device where round_id = ?", roundId);
        assertThat(dispatch(w -> Outcome.bad("Nobody was asked for."))).isEmpty();
    }
}
