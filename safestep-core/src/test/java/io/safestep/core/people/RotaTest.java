package io.safestep.core.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Who of a team is on watch. */
class RotaTest {

    private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");

    private static Shift shift(String name, String firstDay, int from, int until, String recurrence, String... people) {
        return new Shift(
                name,
                LocalDate.parse(firstDay),
                LocalTime.of(from, 0),
                LocalTime.of(until, 0),
                recurrence,
                Set.of(people));
    }

    /** 2026-11-30 is a Monday; two take the nights week about, one the days. */
    private static final Rota ROTA = new Rota(
            null,
            List.of(
                    shift("Days", "2026-11-30", 6, 18, "FREQ=DAILY", "iseaver"),
                    shift(
                            "Nights, one week",
                            "2026-11-30",
                            18,
                            6,
                            "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TU,WE,TH",
                            "hloman"),
                    shift(
                            "Nights, the other",
                            "2026-12-07",
                            18,
                            6,
                            "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TU,WE,TH",
                            "roake"),
                    shift("Christmas", "2026-12-24", 18, 6, null, "hloman", "roake")));

    @ParameterizedTest
    @CsvSource(
            nullValues = "nobody",
            value = {
                "2026-12-01T12:00, iseaver",
                "2026-12-01T06:00, iseaver",
                "2026-12-01T05:59, hloman",
                "2026-12-01T18:00, hloman",
                "2026-12-04T05:59, hloman",
                "2026-12-04T22:00, nobody",
                "2026-12-08T22:00, roake",
                "2026-12-15T02:00, hloman",
                "2026-12-25T02:00, hloman+roake",
                "2026-11-29T12:00, nobody",
            })
    void whoIsOnWatchIsSaidByShifts(String local, String who) {
        assertThat(ROTA.onWatch(LocalDateTime.parse(local).atZone(HALIFAX).toInstant(), HALIFAX))
                .containsExactly(who == null ? new String[0] : who.split("\\+"));
    }

    @Test
    void theNightOfAClockChangeIsOneNight() {
        Rota nights = new Rota(null, List.of(shift("Nights", "2026-10-30", 22, 6, "FREQ=DAILY", "hloman")));
        for (String local : List.of("2026-11-01T00:30", "2026-11-01T01:30", "2026-11-01T05:59", "2026-11-01T22:00")) {
            assertThat(nights.onWatch(LocalDateTime.parse(local).atZone(HALIFAX).toInstant(), HALIFAX))
                    .as(local)
                    .containsExactly("hloman");
        }
        assertThat(nights.onWatch(
                        LocalDateTime.parse("2026-11-01T06:00").atZone(HALIFAX).toInstant(), HALIFAX))
                .isEmpty();
    }

    @Test
    void whatIsNoShiftIsRefusedInASentence() {
        assertThatThrownBy(() -> shift("Empty", "2026-11-30", 6, 18, null)).hasMessage("Say who is on watch.");
        assertThatThrownBy(() -> shift("No rule", "2026-11-30", 6, 18, "FREQ=SOMETIMES", "roake"))
                .hasMessageContaining("is not a recurrence rule");
    }

    @Test
    void nothingIsSaidOfATeamThatHasSaidNothing() {
        assertThat(Rota.NONE.words()).isEmpty();
        assertThat(ROTA.words()).contains("Days from 2026-11-30 06:00 to 18:00, FREQ=DAILY: iseaver");
    }
}
