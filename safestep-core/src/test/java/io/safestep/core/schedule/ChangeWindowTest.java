package io.safestep.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;

class ChangeWindowTest {

    private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");

    private final ChangeWindow nightly =
            new ChangeWindow(LocalDate.of(2026, 1, 5), LocalTime.of(1, 30), LocalTime.of(5, 15), "FREQ=DAILY", HALIFAX);

    @Test
    void wallTimesHoldInSummerAndInWinter() {
        assertThat(nightly.occurrences(Instant.parse("2026-07-01T00:00:00Z"), Instant.parse("2026-07-01T12:00:00Z")))
                .containsExactly(
                        new Occurrence(Instant.parse("2026-07-01T04:30:00Z"), Instant.parse("2026-07-01T08:15:00Z")));
        assertThat(nightly.occurrences(Instant.parse("2026-12-01T00:00:00Z"), Instant.parse("2026-12-01T12:00:00Z")))
                .containsExactly(
                        new Occurrence(Instant.parse("2026-12-01T05:30:00Z"), Instant.parse("2026-12-01T09:15:00Z")));
    }

    @Test
    void theNightOfTheClockChangeIsAnHourShorterOrLonger() {
        // Halifax: 8 March 2026 at 02:00 forward, 1 November 2026 at 02:00 back.
        assertThat(on("2026-03-08").length()).isEqualTo(Duration.ofMinutes(165));
        assertThat(on("2026-11-01").length()).isEqualTo(Duration.ofMinutes(285));
        assertThat(on("2026-11-02").length()).isEqualTo(Duration.ofMinutes(225));
    }

    @Test
    void anOpeningInsideTheGapIsTheMomentAfterIt() {
        ChangeWindow inGap =
                new ChangeWindow(LocalDate.of(2026, 3, 8), LocalTime.of(2, 30), LocalTime.of(4, 0), null, HALIFAX);
        assertThat(inGap.occurrences(Instant.parse("2026-03-08T00:00:00Z"), Instant.parse("2026-03-09T00:00:00Z")))
                .containsExactly(
                        new Occurrence(Instant.parse("2026-03-08T06:30:00Z"), Instant.parse("2026-03-08T07:00:00Z")));
    }

    @Test
    void aWindowOverMidnightBelongsToTheDayOnWhichItOpens() {
        ChangeWindow late = new ChangeWindow(
                LocalDate.of(2026, 6, 5), LocalTime.of(23, 0), LocalTime.of(2, 0), "FREQ=WEEKLY;BYDAY=FR", HALIFAX);
        Instant inside = Instant.parse("2026-06-13T04:00:00Z"); // Saturday 01:00 in Halifax
        assertThat(late.occurrences(inside, inside.plusSeconds(1)))
                .containsExactly(
                        new Occurrence(Instant.parse("2026-06-13T02:00:00Z"), Instant.parse("2026-06-13T05:00:00Z")));
    }

    @Test
    void aRuleThatIsNoneIsRefused() {
        assertThatThrownBy(() -> new ChangeWindow(
                        LocalDate.of(2026, 6, 5), LocalTime.of(1, 0), LocalTime.of(2, 0), "EVERY DAY", HALIFAX))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("FREQ=DAILY");
    }

    private Occurrence on(String day) {
        Instant morning = LocalDate.parse(day).atTime(4, 0).atZone(HALIFAX).toInstant();
        List<Occurrence> found = nightly.occurrences(morning, morning.plusSeconds(1));
        assertThat(found).hasSize(1);
        return found.get(0);
    }
}
