package io.safestep.core.people;

import static java.nio.charset.StandardCharsets.US_ASCII;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TimeCodeTest {

    private static final byte[] SECRET = "12345678901234567890".getBytes(US_ASCII);
    private static final Instant NOW = Instant.parse("2026-12-01T12:00:10Z");

    /** RFC 6238, appendix B, with eight digits and SHA-1. */
    @ParameterizedTest
    @CsvSource({
        "59, 94287082",
        "1111111109, 07081804",
        "1111111111, 14050471",
        "1234567890, 89005924",
        "2000000000, 69279037",
        "20000000000, 65353130"
    })
    void theExamplesOfTheStandard(long seconds, String code) {
        assertThat(TimeCode.of(SECRET, TimeCode.step(Instant.ofEpochSecond(seconds)), 8))
                .isEqualTo(code);
    }

    private static String at(Duration later) {
        return TimeCode.of(SECRET, TimeCode.step(NOW.plus(later)));
    }

    @Test
    void aCodeOfNowIsTakenOnce() {
        String code = at(Duration.ZERO);
        long step = TimeCode.accepted(SECRET, code, NOW, 0).orElseThrow();
        assertThat(TimeCode.accepted(SECRET, code.substring(0, 3) + " " + code.substring(3), NOW, 0))
                .hasValue(step);
        assertThat(TimeCode.accepted(SECRET, code, NOW, step)).as("again").isEmpty();
        assertThat(TimeCode.accepted(SECRET, at(Duration.ofSeconds(-30)), NOW, step))
                .as("an older one after it")
                .isEmpty();
        assertThat(TimeCode.accepted(SECRET, at(Duration.ofSeconds(30)), NOW, step))
                .isPresent();
    }

    @Test
    void whatIsNotOfNowIsNotTaken() {
        assertThat(TimeCode.accepted(SECRET, at(Duration.ofSeconds(-30)), NOW, 0))
                .as("on its way")
                .isPresent();
        assertThat(TimeCode.accepted(SECRET, at(Duration.ofMinutes(2)), NOW, 0)).isEmpty();
        assertThat(TimeCode.accepted(SECRET, "", NOW, 0)).isEmpty();
        assertThat(TimeCode.accepted(SECRET, at(Duration.ZERO) + "0", NOW, 0)).isEmpty();
        assertThat(TimeCode.accepted(SECRET, "abcdef", NOW, 0)).isEmpty();
    }

    @Test
    void aClockThatIsTwoMinutesOffIsTold() {
        assertThat(TimeCode.clockError(SECRET, at(Duration.ofMinutes(2)), NOW)).contains(Duration.ofMinutes(2));
        assertThat(TimeCode.clockError(SECRET, at(Duration.ofMinutes(-2)), NOW)).contains(Duration.ofMinutes(-2));
        assertThat(TimeCode.clockError(SECRET, at(Duration.ofHours(2)), NOW)).isEmpty();
    }

    /** RFC 4648, section 10. */
    @Test
    void secretsAreTypedInBase32() {
        assertThat(TimeCode.base32("f".getBytes(US_ASCII))).isEqualTo("MY");
        assertThat(TimeCode.base32("fo".getBytes(US_ASCII))).isEqualTo("MZXQ");
        assertThat(TimeCode.base32("foo".getBytes(US_ASCII))).isEqualTo("MZXW6");
        assertThat(TimeCode.base32("foobar".getBytes(US_ASCII))).isEqualTo("MZXW6YTBOI");
        assertThat(TimeCode.base32(SECRET)).isEqualTo("GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ");
    }
}
