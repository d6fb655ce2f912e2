package io.safestep.app.discovery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import io.safestep.app.device.Devices;
import io.safestep.app.discovery.Finder.Seen;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.address.IpAddress;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.transaction.support.TransactionTemplate;

/** What was found in one moment is stored together. */
class LookTest extends SafeStepTest {

    private static final Instant AT = Instant.parse("2026-11-05T01:40:00Z");

    @Autowired
    private SearchJournal journal;

    @Autowired
    private SearchRepository searches;

    @Autowired
    private Finder finder;

    @Autowired
    private Devices devices;

    @Autowired
    private TransactionTemplate transaction;

    private static Finding silent(String address, String words) {
        return Finding.of(address, AT, null, ResultState.NO_ANSWER, new DeviceException(Reason.SILENT, words));
    }

    /** A search of which only what a test needs goes on. */
    private Search search() {
        return transaction.execute(t -> searches.save(
                new Search(Search.Kind.RANGE, List.of(PRACTICE.devicePort()), false, "", "ops", "Roake", AT)));
    }

    private Look look(Search search, Clock clock, SkippedParts skipped) {
        return new Look(search, List.of(), finder, journal, clock, new Classification(devices), skipped);
    }

    private void end(Search search) {
        transaction.executeWithoutResult(
                t -> searches.findById(search.id()).orElseThrow().end(AT, ""));
    }

    /** The database takes no text with U+0000 in it. */
    @Test
    void whatCanNotBeStoredIsLeftOutAndTheRestIsKept() {
        Search search = search();
        SkippedParts skipped = new SkippedParts();
        Look look = look(search, Clock.systemUTC(), skipped);

        look.store(List.of(
                silent("10.77.9.1", "It says nothing."),
                new Finding("10.77.9.2", 0, null, AT, null, ResultState.NO_ANSWER, "It says \u0000.", null, null, null),
                silent("10.77.9.3", "It says nothing either.")));

        assertThat(journal.all(search.id()))
                .extracting(SearchResult::address, SearchResult::words)
                .containsExactly(tuple("10.77.9.1", "It says nothing."), tuple("10.77.9.3", "It says nothing either."));
        assertThat(skipped.inWords()).singleElement().asString().startsWith("10.77.9.2 was left out");
        end(search);
    }

    /** Not only what the database refuses. */
    @Test
    void whatCanNotBeWrittenIsLeftOutAndTheRestIsKept() {
        Search search = search();
        SkippedParts skipped = new SkippedParts();
        Finding withoutIdentity =
                new Finding("10.77.9.4", 0, null, AT, null, ResultState.NEW, "", null, new Seen(null, 22, 1), null);

        look(search, Clock.systemUTC(), skipped)
                .store(List.of(withoutIdentity, silent("10.77.9.5", "It says nothing.")));

        assertThat(journal.all(search.id())).extracting(SearchResult::address).containsExactly("10.77.9.5");
        assertThat(skipped.inWords()).singleElement().asString().startsWith("10.77.9.4 was left out");
        end(search);
    }

    @Test
    void aSearchEndsEvenWhenLookingAtADeviceEndsInAnErrorOfTheRuntime() {
        Search search = search();
        Clock broken = new Clock() {
            @Override
            public Instant instant() {
                throw new StackOverflowError("as deep as it can be");
            }

            @Override
            public ZoneId getZone() {
                return ZoneOffset.UTC;
            }

            @Override
            public Clock withZone(ZoneId zone) {
                return this;
            }
        };
        List<Throwable> errors = new CopyOnWriteArrayList<>();
        ExecutorService threads = Executors.newFixedThreadPool(2, task -> {
            Thread thread = new Thread(task);
            thread.setUncaughtExceptionHandler((t, e) -> errors.add(e));
            return thread;
        });
        // A device that lets nobody in without an account, and an address at which nothing is.
        List<IpAddress> addresses = List.of(IpAddress.parse("10.77.7.1"), IpAddress.parse("10.77.9.6"));

        Optional<String> stoppedBy = new RangeDispatch(
                        search, look(search, broken, new SkippedParts()), journal, addresses.iterator(), threads, 2, 0)
                .run();
        threads.shutdown();

        assertThat(stoppedBy).isEmpty();
        // The thread tells of its error as the last thing that it does.
        Awaitility.await().atMost(Duration.ofSeconds(30)).until(() -> !errors.isEmpty());
        assertThat(errors).singleElement().isInstanceOf(StackOverflowError.class);
        assertThat(journal.search(search.id()).lookedAt()).isEqualTo(2);
        end(search);
    }
}
