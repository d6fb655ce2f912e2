package io.safestep.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Random;
import org.junit.jupiter.api.Test;

class RecurrenceTest {

    private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");

    private static Recurrence recurrence(String rule, LocalTime at) {
        return new Recurrence(LocalDate.of(2026, 1, 1), at, rule, HALIFAX);
    }

    @Test
    void dailyIsAtTheSameWallTimeOnBothSidesOfTheClockChange() {
        Recurrence daily = recurrence("FREQ=DAILY", LocalTime.of(3, 15));
        assertThat(daily.nextAfter(Instant.parse("2026-03-07T12:00:00Z")))
                .as("the clock goes forward at 02:00")
                .contains(Instant.parse("2026-03-08T06:15:00Z"));
        assertThat(daily.nextAfter(Instant.parse("2026-11-01T00:00:00Z")))
                .contains(Instant.parse("2026-11-01T07:15:00Z"));
    }

    @Test
    void aWallTimeThatDoesNotExistOrComesTwiceHappensOnce() {
        Recurrence daily = recurrence("FREQ=DAILY", LocalTime.of(2, 30));
        assertThat(daily.nextAfter(Instant.parse("2026-03-07T12:00:00Z")))
                .as("02:30 does not exist on 8 March: the moment after the gap")
                .contains(Instant.parse("2026-03-08T06:30:00Z"));
        Recurrence twice = recurrence("FREQ=DAILY", LocalTime.of(1, 30));
        Instant first = Instant.parse("2026-11-01T04:30:00Z");
        assertThat(twice.nextAfter(Instant.parse("2026-10-31T12:00:00Z"))).contains(first);
        assertThat(twice.nextAfter(first)).contains(Instant.parse("2026-11-02T05:30:00Z"));
    }

    @Test
    void hoursAndMinutesAreCountedAsTheyPass() {
        Recurrence quarterly = recurrence("FREQ=MINUTELY;INTERVAL=15", LocalTime.MIDNIGHT);
        Random random = new Random(7);
        for (int i = 0; i < 500; i++) {
            Instant moment = Instant.parse("2026-01-02T00:00:00Z").plusSeconds(random.nextInt(31_000_000));
            Instant next = quarterly.nextAfter(moment).orElseThrow();
            assertThat(Duration.between(moment, next))
                    .as("from %s to %s", moment, next)
                    .isPositive()
                    .isLessThanOrEqualTo(Duration.ofMinutes(15));
        }
        assertThat(quarterly.interval(Instant.parse("2026-11-01T04:00:00Z"))).contains(Duration.ofMinutes(15));
    }

    @Test
    void theNextTimeIsAfterTheMomentAndTheFirstIsTheFirst() {
        Recurrence weekly = recurrence("FREQ=WEEKLY", LocalTime.of(2, 30));
        Instant first = Instant.parse("2026-01-01T06:30:00Z");
        assertThat(weekly.nextAfter(first.minusSeconds(1))).contains(first);
        assertThat(weekly.nextAfter(first)).as("not the moment itself").contains(first.plus(Duration.ofDays(7)));
        assertThat(weekly.nextAfter(first.minus(Duration.ofDays(300)))).contains(first);
        assertThat(weekly.interval(first)).contains(Duration.ofDays(7));
        assertThat(recurrence("FREQ=WEEKLY;COUNT=2", LocalTime.of(2, 30)).interval(first.minusSeconds(1)))
                .as("two times have one interval")
                .contains(Duration.ofDays(7));
        assertThat(recurrence("FREQ=WEEKLY;COUNT=1", LocalTime.of(2, 30)).interval(first.minusSeconds(1)))
                .isEmpty();
        Recurrence quarters = recurrence("FREQ=MINUTELY;INTERVAL=15", LocalTime.of(0, 0));
        Instant midnight = Instant.parse("2026-01-01T04:00:00Z");
        assertThat(quarters.nextAfter(midnight.minusSeconds(1))).contains(midnight);
        assertThat(quarters.nextAfter(midnight)).contains(midnight.plus(Duration.ofMinutes(15)));
    }

    @Test
    void aRuleThatHasEndedHasNoNextTimeAndOneThatIsNoneIsRefused() {
        Recurrence ended = recurrence("FREQ=DAILY;UNTIL=20260103", LocalTime.NOON);
        assertThat(ended.nextAfter(Instant.parse("2026-06-01T00:00:00Z"))).isEmpty();
        assertThat(ended.interval(Instant.parse("2026-06-01T00:00:00Z"))).isEmpty();
        assertThatThrownBy(() -> recurrence("every day", LocalTime.NOON))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("is not a recurrence rule");
    }
}
