package io.safestep.core.platform.reading;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.reading.LogInReading.LogIn;
import java.time.Duration;
import java.time.Instant;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class LogInReadingTest {

    private static final Instant NOW = Instant.parse("2026-11-27T10:00:00Z");

    private final LogInReading reading = new LogInReading(
            "show log-ins",
            Pattern.compile("^(?<at>\\S+) (?<account>\\S+)(?: from (?<from>\\S+))?$"),
            new DeviceClock(Pattern.compile("(?m)^clock (?<value>\\S+)")));

    @Test
    void aClockThatIsBehindIsAllowedFor() {
        LogInReading.Answer answer =
                reading.in("clock 2026-11-27T08:30:00Z\n2026-11-27T08:10:00Z nightshift from 10.77.8.77", NOW);
        assertThat(answer.behind()).isEqualTo(Duration.ofMinutes(90));
        assertThat(answer.logIns())
                .containsExactly(new LogIn("nightshift", "10.77.8.77", Instant.parse("2026-11-27T09:40:00Z")));
    }

    @Test
    void whatWouldLieInTheFutureWasWrittenBeforeTheClockWentWrong() {
        assertThat(reading.in("clock 2026-11-27T08:30:00Z\n2026-11-27T09:50:00Z watch", NOW)
                        .logIns())
                .containsExactly(new LogIn("watch", null, Instant.parse("2026-11-27T09:50:00Z")));
    }

    @Test
    void rowsWithoutAnInstantAndAnswersWithoutAClockAreTakenAsTheyAre() {
        LogInReading.Answer answer = reading.in("yesterday somebody\n2026-11-27T11:00:00+02:00 watch", NOW);
        assertThat(answer.behind()).isZero();
        assertThat(answer.logIns()).containsExactly(new LogIn("watch", null, Instant.parse("2026-11-27T09:00:00Z")));
    }
}
