package io.safestep.core.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** When a time to answer is over that counts while a team is at work. */
class WorkingHoursTest {

    private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");
    private static final WorkingHours OFFICE = new WorkingHours(
            EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY), LocalTime.of(8, 0), LocalTime.of(17, 0));

    private static Instant local(String local) {
        return LocalDateTime.parse(local).atZone(HALIFAX).toInstant();
    }

    @ParameterizedTest
    @CsvSource({
        // 2026-12-02 is a Wednesday.
        "2026-12-02T09:00, 4, 2026-12-02T13:00",
        "2026-12-02T15:00, 4, 2026-12-03T10:00",
        "2026-12-02T06:30, 4, 2026-12-02T12:00",
        "2026-12-02T21:00, 4, 2026-12-03T12:00",
        "2026-12-04T16:00, 4, 2026-12-07T11:00",
        "2026-12-05T12:00, 9, 2026-12-07T17:00",
        "2026-12-02T08:00, 45, 2026-12-08T17:00",
    })
    void onlyTimeAtWorkCounts(String start, int hours, String due) {
        assertThat(OFFICE.after(local(start), Duration.ofHours(hours), HALIFAX)).isEqualTo(local(due));
    }

    /** 2026-03-08 has no hour from 2 to 3 there, 2026-11-01 has that from 1 to 2 twice; both are Sundays. */
    @ParameterizedTest
    @CsvSource({"2026-03-08, 7", "2026-11-01, 9", "2026-11-08, 8"})
    void aDayOnWhichTheClockIsMovedIsAsLongAsItIs(String day, int hours) {
        WorkingHours nights = new WorkingHours(Set.of(DayOfWeek.SUNDAY), LocalTime.MIDNIGHT, LocalTime.of(8, 0));
        assertThat(nights.after(local(day + "T00:00"), Duration.ofHours(hours), HALIFAX))
                .isEqualTo(local(day + "T08:00"));
    }

    @Test
    void midnightIsTheEndOfTheDay() {
        WorkingHours late = new WorkingHours(Set.of(DayOfWeek.FRIDAY), LocalTime.of(20, 0), LocalTime.MIDNIGHT);
        assertThat(late.after(local("2026-12-04T12:00"), Duration.ofHours(4), HALIFAX))
                .isEqualTo(local("2026-12-05T00:00"));
    }

    @Test
    void whatIsNoWorkingDayIsRefusedInASentence() {
        assertThatThrownBy(() -> new WorkingHours(Set.of(), LocalTime.of(8, 0), LocalTime.of(17, 0)))
                .hasMessage("Choose at least one day.");
        assertThatThrownBy(() -> new WorkingHours(Set.of(DayOfWeek.MONDAY), LocalTime.of(17, 0), LocalTime.of(8, 0)))
                .hasMessage("The end has to be at least an hour after the beginning.");
    }

    /** More time is never over earlier, two times one after the other are the two together, and it is over at work. */
    @Test
    void timesAddUp() {
        long seed = 20_261_202;
        Random random = new Random(seed);
        for (int i = 0; i < 2_000; i++) {
            EnumSet<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
            while (days.isEmpty()) {
                for (DayOfWeek day : DayOfWeek.values()) {
                    if (random.nextBoolean()) {
                        days.add(day);
                    }
                }
            }
            int from = random.nextInt(22);
            int until = from + 1 + random.nextInt(24 - from);
            WorkingHours hours = new WorkingHours(days, LocalTime.of(from, 0), LocalTime.of(until % 24, 0));
            ZoneId zone = List.of(HALIFAX, ZoneId.of("Europe/Dublin"), ZoneId.of("Asia/Kathmandu"))
                    .get(random.nextInt(3));
            Instant start = Instant.parse("2026-01-01T00:00:00Z").plusSeconds(random.nextInt(365 * 24 * 3_600));
            Duration first = Duration.ofMinutes(1 + random.nextInt(3_000));
            Duration second = Duration.ofMinutes(1 + random.nextInt(3_000));
            String what = "seed %d, case %d: %s in %s from %s, %s and %s"
                    .formatted(seed, i, hours, zone, start, first, second);
            Instant between = hours.after(start, first, zone);
            Instant end = hours.after(start, first.plus(second), zone);
            assertThat(between).as(what).isAfterOrEqualTo(start.plus(first));
            assertThat(end).as(what).isEqualTo(hours.after(between, second, zone));
            assertThat(hours.after(end.minusNanos(1), Duration.ofNanos(1), zone))
                    .as(what)
                    .isEqualTo(end);
        }
    }
}
