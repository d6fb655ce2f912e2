package io.safestep.drivers.trial;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.drivers.testing.PracticeAtFreePort;
import io.safestep.drivers.trial.StageResult.Outcome;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A connection test that fails at each of its stages, on practice devices of the three families. */
class ConnectionTestTest {

    enum Family {
        CORVANE(ShippedProfiles.corvane(), "brn-gw-a", "127.77.2.1"),
        HALDRIN(ShippedProfiles.haldrin(), "ald-gw-a", "127.77.3.1"),
        OSTREL(ShippedProfiles.ostrel(), "ops-fw-a", "127.77.0.5");

        final PlatformProfile profile;
        final String device;
        final String host;

        Family(PlatformProfile profile, String device, String host) {
            this.profile = profile;
            this.device = device;
            this.host = host;
        }

        DeviceTarget at(String address, int port, String password, String pinned) {
            return new DeviceTarget(device, "", address, port, profile, "safestep", password, pinned);
        }

        DeviceTarget target() {
            return at(host, practice.port(), "harbour-light-1", null);
        }

        PracticeDevice practiceDevice() {
            return practice.network().device(device);
        }
    }

    /** Enough for a machine that does much else at the same time. */
    private static final Duration LONG = Duration.ofSeconds(60);

    @TempDir
    static Path folder;

    private static PracticeAtFreePort practice;
    private static DeviceConnector connector;

    @BeforeAll
    static void start() throws IOException {
        practice = PracticeAtFreePort.start(folder);
        connector = new PlatformConnector(new TimeLimits(LONG, LONG, LONG));
    }

    @AfterAll
    static void stop() {
        connector.close();
        practice.close();
    }

    private static List<StageResult> test(DeviceTarget target) {
        return new ConnectionTest(target, connector, LONG).run();
    }

    private static void assertFailsAt(List<StageResult> results, Stage stage, String words) {
        assertThat(results).extracting(StageResult::stage).containsExactly(Stage.values());
        for (StageResult result : results) {
            int order = result.stage().compareTo(stage);
            Outcome expected = order < 0 ? Outcome.PASSED : order == 0 ? Outcome.FAILED : Outcome.NOT_REACHED;
            assertThat(result.outcome()).as("%s", result).isEqualTo(expected);
        }
        StageResult failed = results.get(stage.ordinal());
        assertThat(failed.words()).contains(words);
        assertThat(failed.advice()).as("what to do").isNotBlank();
    }

    private static void assertOnlyFails(List<StageResult> results, Stage stage, String words) {
        assertThat(results)
                .filteredOn(r -> r.outcome() == Outcome.FAILED)
                .singleElement()
                .satisfies(r -> {
                    assertThat(r.stage()).isEqualTo(stage);
                    assertThat(r.words()).contains(words);
                    assertThat(r.advice()).isNotBlank();
                });
    }

    private static void with(Family family, Fault fault, String match, Runnable test) {
        family.practiceDevice().switchOn(fault, match);
        try {
            test.run();
        } finally {
            family.practiceDevice().switchOff(fault);
        }
    }

    @ParameterizedTest
    @EnumSource
    void everyStageOfAGoodDeviceIsPassed(Family family) {
        String before = family.practiceDevice().running().shown();
        List<StageResult> results = test(family.target());
        assertThat(results).allSatisfy(r -> assertThat(r.outcome()).as("%s", r).isEqualTo(Outcome.PASSED));
        assertThat(results.get(Stage.HOST_KEY.ordinal()).words()).contains("Seen for the first time");
        assertThat(family.practiceDevice().running().shown())
                .as("nothing was changed")
                .isEqualTo(before);
    }

    @Test
    void aNameThatLeadsNowhere() {
        assertFailsAt(
                test(Family.CORVANE.at("no-such-device.invalid", practice.port(), "x", null)),
                Stage.NAME,
                "No address is known");
    }

    @Test
    void anAddressWithoutRoute() {
        assertFailsAt(test(Family.CORVANE.at("255.255.255.255", practice.port(), "x", null)), Stage.ROUTE, "route");
    }

    @Test
    void aPortAtWhichNothingListens() {
        assertFailsAt(test(Family.CORVANE.at("127.77.2.1", 1, "x", null)), Stage.PORT, "refuses the connection");
    }

    @ParameterizedTest
    @EnumSource
    void aDeviceThatTakesTheConnectionAndSaysNothing(Family family) {
        try (DeviceConnector impatient = new PlatformConnector(new TimeLimits(Duration.ofSeconds(3), LONG, LONG))) {
            with(
                    family,
                    Fault.UNREACHABLE,
                    "",
                    () -> assertFailsAt(new ConnectionTest(family.target(), impatient).run(), Stage.HOST_KEY, ""));
        }
    }

    @ParameterizedTest
    @EnumSource
    void anotherHostKeyThanBefore(Family family) throws DeviceException {
        String key;
        try (DeviceSession session = connector.connect(family.target())) {
            key = session.hostKey();
        }
        DeviceTarget pinned = family.at(family.host, practice.port(), "harbour-light-1", key);
        assertThat(test(pinned).get(Stage.HOST_KEY.ordinal()).words()).contains("The same as before");
        with(family, Fault.CHANGED_HOST_KEY, "", () -> assertFailsAt(test(pinned), Stage.HOST_KEY, "than before"));
    }

    @ParameterizedTest
    @EnumSource
    void aPasswordThatIsRefused(Family family) {
        assertFailsAt(test(family.at(family.host, practice.port(), "wrong", null)), Stage.LOG_IN, "refuses the log-in");
    }

    @ParameterizedTest
    @EnumSource
    void anAccountThatMayOnlyRead(Family family) {
        with(
                family,
                Fault.READ_ONLY_ACCOUNT,
                "",
                () -> assertOnlyFails(test(family.target()), Stage.RIGHT_TO_CONFIGURE, ""));
    }

    @ParameterizedTest
    @EnumSource
    void aConfigurationThatIsNotShown(Family family) {
        with(family, Fault.UNREADABLE, "", () -> {
            List<StageResult> results = test(family.target());
            assertOnlyFails(results, Stage.READ_CONFIGURATION, "may not see the configuration");
            assertThat(results.get(Stage.TRANSFER.ordinal()).outcome()).isEqualTo(Outcome.NOT_REACHED);
            assertThat(results.get(Stage.ROUND_TRIP.ordinal()).outcome()).isEqualTo(Outcome.PASSED);
        });
    }

    @ParameterizedTest
    @EnumSource
    void aConfigurationOfWhichHalfIsLostOnTheWay(Family family) {
        with(family, Fault.GARBLES, "", () -> assertOnlyFails(test(family.target()), Stage.TRANSFER, "lines and then"));
    }

    @Test
    void answersThatComeTooLate() {
        with(
                Family.CORVANE,
                Fault.SLOW,
                "150",
                () -> assertOnlyFails(
                        new ConnectionTest(Family.CORVANE.target(), connector, Duration.ofMillis(100)).run(),
                        Stage.ROUND_TRIP,
                        "is answered after"));
    }

    @Test
    void aFingerprintIsTheDigestOfTheKeyAlone() {
        assertThat(HostKeyFingerprint.of("ecdsa-sha2-nistp256 c2FmZSBzdGVw"))
                .isEqualTo(
                        "ecdsa-sha2-nistp256 f8ea e142 7b07 83cb fb8a 35f8 3341 e4be c3c2 72f8 5fcf a1c6 a855 e9e5 15fe c590");
    }
}
