package io.safestep.app.device.record;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.problem.FieldError;
import io.safestep.core.platform.reading.DeviceIdentity;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What a record may say, and which box a device is known to be. */
class DeviceRecordRulesTest {

    private static final String LONG_LABEL = "0123456789".repeat(6) + ".";

    @ParameterizedTest
    @ValueSource(
            strings = {
                "a",
                "brn-gw-a",
                "9core",
                "A.b_c-D",
                "x23456789-123456789-123456789-123456789-123456789-123456789"
            })
    void namesThatCanBeTaken(String name) {
        assertThat(DeviceRules.nameProblem(name)).isNull();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "-a",
                ".a",
                "a b",
                "a/b",
                "ä",
                "a\n",
                "x23456789-123456789-123456789-123456789-123456789-123456789-1"
            })
    void namesThatCanNot(String name) {
        assertThat(DeviceRules.nameProblem(name)).startsWith("A name has 1 to 60 letters");
    }

    @ParameterizedTest
    @ValueSource(strings = {"10.77.0.1", "0.0.0.0", "brn-gw-a", "brn-gw-a.harbour.example", "a", "1-a.b2"})
    void addressesThatCanBeAsked(String address) {
        assertThat(DeviceRules.addressProblem(address)).isNull();
    }

    /** What consists of numbers alone is an address or a slip, and no host name (RFC 1123, section 2.1). */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "10.77.0",
                "10.77.0.256",
                "10.77.0.1.5",
                "1234",
                "-a",
                "a-",
                "a..b",
                ".a",
                "a_b",
                "a b",
                "a.b.",
                "::1"
            })
    void addressesThatCanNot(String address) {
        assertThat(DeviceRules.addressProblem(address)).startsWith("Enter an IPv4 address");
    }

    @Test
    void aPartOfAHostNameHasSixtyThreeLettersAtMost() {
        assertThat(DeviceRules.addressProblem("a".repeat(63) + ".example")).isNull();
        assertThat(DeviceRules.addressProblem("a".repeat(64) + ".example")).isNotNull();
        String longest = ("a".repeat(49) + ".").repeat(5) + "abc";
        assertThat(longest).hasSize(253);
        assertThat(DeviceRules.addressProblem(longest)).isNull();
        assertThat(DeviceRules.addressProblem(longest + "d")).isNotNull();
    }

    @Test
    void sitesAndLabels() {
        assertThat(DeviceRules.siteCodeProblem("brn")).isNull();
        assertThat(DeviceRules.siteCodeProblem("a-12345678")).isNull();
        assertThat(DeviceRules.siteCodeProblem("a-123456789")).isNotNull();
        assertThat(DeviceRules.siteCodeProblem("-brn")).isNotNull();
        assertThat(DeviceRules.labelsProblem(List.of("Été 2", "rack:4", "a_b.c-d")))
                .isNull();
        assertThat(DeviceRules.labelsProblem(List.of("good", " bad"))).startsWith("A label has 1 to 40");
        assertThat(DeviceRules.labelsProblem(List.of(LONG_LABEL))).startsWith("A label has 1 to 40");
        assertThat(DeviceRules.labelsProblem(Collections.nCopies(20, "a"))).isNull();
        assertThat(DeviceRules.labelsProblem(Collections.nCopies(21, "a")))
                .isEqualTo("A device has at most 20 labels.");
    }

    @Test
    void everythingThatIsWrongIsNamedAtOnce() {
        assertThat(DeviceRules.errors("10.77.0", "no site", List.of("!")))
                .extracting(FieldError::field)
                .containsExactly("address", "siteCode", "labels");
        assertThat(DeviceRules.errors("10.77.0.1", "brn", List.of())).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "1, 1, 1, 1, ''",
        "65535, 300, 300, 900, ''",
        "0, 0, 0, 0, 'port connectSeconds logInSeconds answerSeconds'",
        "65536, 301, 301, 901, 'port connectSeconds logInSeconds answerSeconds'",
        ", , , , ''",
        "22, , 301, , logInSeconds"
    })
    void howLongIsWaitedHasLimits(Integer port, Integer connect, Integer logIn, Integer answer, String wrong) {
        List<FieldError> errors = new Reach(port, connect, logIn, answer).errors();
        assertThat(String.join(" ", errors.stream().map(FieldError::field).toList()))
                .isEqualTo(wrong);
    }

    @Test
    void aReachIsSaidInWords() {
        assertThat(Reach.AS_PROFILE.inWords()).isEmpty();
        assertThat(Reach.AS_PROFILE.hasLimits()).isFalse();
        assertThat(Reach.AS_PROFILE.atPort(2022).inWords()).isEqualTo("port 2022");
        assertThat(Reach.AS_PROFILE.atPort(2022).hasLimits())
                .as("a port is no limit")
                .isFalse();
        Reach all = new Reach(2022, 5, 6, 7);
        assertThat(all.inWords()).isEqualTo("port 2022, connecting within 5 s, log-in within 6 s, answers within 7 s");
        assertThat(all.hasLimits()).isTrue();
        assertThat(all.atPort(null).inWords())
                .isEqualTo("connecting within 5 s, log-in within 6 s, answers within 7 s");
    }

    private static DeviceIdentity shows(String serial) {
        return new DeviceIdentity("Corvane", "brn-gw-a", "Fathom 48", serial, "7.2");
    }

    @Test
    void aBoxThatNobodyKnewIsTakenAsItShowsItself() {
        assertThat(Box.UNKNOWN.shownAs(shows("CV-1"))).isEqualTo(new Box("Fathom 48", "CV-1", "7.2", null));
    }

    @Test
    void anotherSerialNumberIsNotedUntilAPersonSaysSo() {
        Box known = Box.UNKNOWN.shownAs(shows("CV-1"));
        Box doubted = known.shownAs(shows("CV-2"));
        assertThat(doubted.serial()).as("still that on record").isEqualTo("CV-1");
        assertThat(doubted.seenSerial()).isEqualTo("CV-2");
        assertThat(doubted.asSeen()).isEqualTo(new Box("Fathom 48", "CV-2", "7.2", null));
        assertThat(doubted.shownAs(shows("CV-1"))).as("the old one is back").isEqualTo(known);
    }

    @Test
    void aDeviceThatShowsNoSerialNumberKeepsTheOneOnRecord() {
        Box known = Box.UNKNOWN.shownAs(shows("CV-1"));
        assertThat(known.shownAs(shows(null))).isEqualTo(known);
    }
}
