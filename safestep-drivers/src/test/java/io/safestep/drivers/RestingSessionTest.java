package io.safestep.drivers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.connect.ConcurrencyBounds;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.drivers.testing.PracticeAtFreePort;
import io.safestep.practice.device.Fault;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Sessions in which nothing is said for a while. */
class RestingSessionTest {

    enum Family {
        CORVANE(ShippedProfiles.corvane(), "brn-gw-b", "127.77.2.2"),
        HALDRIN(ShippedProfiles.haldrin(), "ald-gw-b", "127.77.3.2"),
        OSTREL(ShippedProfiles.ostrel(), "ald-ac-1", "127.77.3.34");

        final PlatformProfile profile;
        final String device;
        final String host;

        Family(PlatformProfile profile, String device, String host) {
            this.profile = profile;
            this.device = device;
            this.host = host;
        }

        /** Without the line that tells the second in which it was shown. */
        String running(DeviceSession session) throws DeviceException {
            return new ConfigEngine(profile.language()).withoutVolatileLines(session.readRunning());
        }

        DeviceSession open() throws DeviceException {
            return connector.connect(new DeviceTarget(
                    device, "a site", host, practice.port(), profile, "safestep", "harbour-light-1", null));
        }
    }

    @TempDir
    static Path folder;

    private static PracticeAtFreePort practice;
    private static DeviceConnector connector;

    /** One session at a time, and none waits for long. */
    @BeforeAll
    static void start() throws Exception {
        practice = PracticeAtFreePort.start(folder);
        connector = new PlatformConnector(
                new TimeLimits(Duration.ofSeconds(8), Duration.ofSeconds(20), Duration.ofSeconds(5)),
                new ConcurrencyBounds(1, 1, Duration.ofMillis(300)));
    }

    @AfterAll
    static void stop() {
        connector.close();
        practice.close();
    }

    @ParameterizedTest
    @EnumSource
    void oneThatRestsMakesRoomAndGoesOnAfterwards(Family family) throws DeviceException {
        try (DeviceSession first = family.open()) {
            String before = family.running(first);
            assertThat(catchThrowableOfType(DeviceException.class, family::open).reason())
                    .as("there is room for one")
                    .isEqualTo(Reason.BUSY);
            first.rest();
            try (DeviceSession second = family.open()) {
                assertThat(family.running(second)).isEqualTo(before);
            }
            first.resume();
            assertThat(family.running(first)).isEqualTo(before);
        }
        try (DeviceSession next = family.open()) {
            assertThat(next.readRunning()).as("its place was given back once").isNotBlank();
        }
    }

    @ParameterizedTest
    @EnumSource
    void oneInWhichTheDeviceIsSilentIsOfNoUse(Family family) throws DeviceException {
        try (DeviceSession session = family.open()) {
            session.readRunning();
            session.rest();
            practice.network().device(family.device).switchOn(Fault.UNREACHABLE, "");
            try {
                assertThat(catchThrowableOfType(DeviceException.class, session::resume))
                        .as("nothing answers in it")
                        .isNotNull();
            } finally {
                practice.network().device(family.device).switchOff(Fault.UNREACHABLE);
            }
        }
        try (DeviceSession again = family.open()) {
            assertThat(again.readRunning()).isNotBlank();
        }
    }
}
