package io.safestep.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WallClockTest {

    private final WallClock halifax = new WallClock(ZoneId.of("America/Halifax"));

    @Test
    void timesAreThoseOfTheWall() {
        Instant evening = Instant.parse("2026-12-01T01:05:00Z");
        assertThat(halifax.dayAndTime(evening)).isEqualTo("Mon 30 Nov 21:05");
        assertThat(halifax.time(evening)).isEqualTo("21:05");
    }

    @ParameterizedTest
    @CsvSource({
        "0, 0 s",
        "89, 89 s",
        "-89, 89 s",
        "90, 2 min",
        "5969, 99 min",
        "5970, 1 h 40",
        "7800, 2 h 10",
        "7260, 2 h 01",
        "172799, 2 days",
        "172740, 47 h 59",
        "259200, 3 days"
    })
    void spansAreAsLongAsNeeded(long seconds, String words) {
        assertThat(WallClock.span(Duration.ofSeconds(seconds))).isEqualTo(words);
    }
}
