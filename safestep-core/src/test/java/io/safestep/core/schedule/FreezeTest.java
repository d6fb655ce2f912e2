package io.safestep.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;

class FreezeTest {

    private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");

    @Test
    void aFreezeOfManyDaysIsFoundFromAnyMomentInIt() {
        Freeze holidays = freeze("2026-12-18T12:00", "2027-01-04T06:00", null);
        Occurrence whole = new Occurrence(Instant.parse("2026-12-18T16:00:00Z"), Instant.parse("2027-01-04T10:00:00Z"));
        assertThat(at(holidays, "2026-12-18T15:59:59Z")).isEmpty();
        assertThat(at(holidays, "2026-12-18T16:00:00Z")).containsExactly(whole);
        assertThat(at(holidays, "2027-01-04T09:59:59Z")).containsExactly(whole);
        assertThat(at(holidays, "2027-01-04T10:00:00Z")).isEmpty();
    }

    @Test
    void aFreezeOfManyDaysThatComesAgainIsFoundOnItsLastDay() {
        Freeze fair = freeze("2026-06-05T08:00", "2026-06-09T20:00", "FREQ=MONTHLY;BYDAY=1FR");
        assertThat(at(fair, "2026-07-07T22:00:00Z"))
                .containsExactly(
                        new Occurrence(Instant.parse("2026-07-03T11:00:00Z"), Instant.parse("2026-07-07T23:00:00Z")));
        assertThat(at(fair, "2026-07-07T23:00:00Z")).isEmpty();
    }

    @Test
    void aFreezeOverAChangeOfTheClockIsNeverShorterThanTheWallSays() {
        // Halifax: 1 November 2026 at 02:00 back, 8 March 2026 at 02:00 forward.
        Freeze loading = freeze("2026-11-01T01:30", "2026-11-01T01:45", null);
        assertThat(at(loading, "2026-11-01T05:40:00Z"))
                .as("01:30 to 01:45 comes twice")
                .singleElement()
                .extracting(Occurrence::length)
                .isEqualTo(Duration.ofMinutes(75));
        assertThat(at(freeze("2026-03-08T00:00", "2026-03-09T00:00", null), "2026-03-08T12:00:00Z"))
                .singleElement()
                .extracting(Occurrence::length)
                .isEqualTo(Duration.ofHours(23));
    }

    @Test
    void oneThatEndsBeforeItBeginsIsRefused() {
        assertThatThrownBy(() -> freeze("2026-06-05T08:00", "2026-06-05T08:00", null))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("after the beginning");
    }

    private static Freeze freeze(String begins, String ends, String recurrence) {
        return new Freeze(LocalDateTime.parse(begins), LocalDateTime.parse(ends), recurrence, HALIFAX);
    }

    private static List<Occurrence> at(Freeze freeze, String moment) {
        Instant instant = Instant.parse(moment);
        return freeze.occurrences(instant, instant.plusSeconds(1));
    }
}
