package io.safestep.app.discovery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import io.safestep.app.device.Devices;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
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

    /** The database takes no text with U+0000 in it. */
    @Test
    void whatCanNotBeStoredIsLeftOutAndTheRestIsKept() {
        Search search =
                transaction.execute(t -> searches.save(new Search(Search.Kind.RANGE, 22, "", "ops", "Roake", AT)));
        SkippedParts skipped = new SkippedParts();
        Look look =
                new Look(search, List.of(), finder, journal, Clock.systemUTC(), new Classification(devices), skipped);

        look.store(List.of(
                silent("10.77.9.1", "It says nothing."),
                silent("10.77.9.2", "It says \u0000."),
                silent("10.77.9.3", "It says nothing either.")));

        assertThat(journal.all(search.id()))
                .extracting(SearchResult::address, SearchResult::words)
                .containsExactly(tuple("10.77.9.1", "It says nothing."), tuple("10.77.9.3", "It says nothing either."));
        assertThat(skipped.inWords()).singleElement().asString().startsWith("10.77.9.2 was left out");
        transaction.executeWithoutResult(
                t -> searches.findById(search.id()).orElseThrow().end(AT, ""));
    }
}
