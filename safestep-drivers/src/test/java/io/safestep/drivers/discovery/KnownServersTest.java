package io.safestep.drivers.discovery;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class KnownServersTest {

    private final KnownServers known = new KnownServers();

    @Test
    void nothingIsGuessedBehindSoftwareThatWasNeverSeen() {
        known.recognised("SSH-2.0-Tidewater_4.2", "corvane-cli");
        assertThat(known.platformOf("SSH-2.0-Tidewater_4.3")).isEmpty();
    }

    @Test
    void theSameAgainChangesNothingAndAnotherEndsTheGuess() {
        for (int i = 0; i < 3; i++) {
            known.recognised("SSH-2.0-common", "one");
            assertThat(known.platformOf("SSH-2.0-common")).contains("one");
        }
        known.recognised("SSH-2.0-common", "two");
        assertThat(known.platformOf("SSH-2.0-common")).isEmpty();
        known.recognised("SSH-2.0-common", "one");
        assertThat(known.platformOf("SSH-2.0-common")).isEmpty();
    }

    @Test
    void serversThatCallThemselvesSomethingElseEachTimeFillNoMemory() {
        known.recognised("SSH-2.0-first", "one");
        for (int i = 0; i < 5_000; i++) {
            known.recognised("SSH-2.0-" + i, "one");
        }
        assertThat(known.platformOf("SSH-2.0-4999")).isEmpty();
        assertThat(known.platformOf("SSH-2.0-first")).contains("one");
        known.recognised("SSH-2.0-first", "two");
        assertThat(known.platformOf("SSH-2.0-first"))
                .as("what is known already goes on learning")
                .isEmpty();
    }
}
