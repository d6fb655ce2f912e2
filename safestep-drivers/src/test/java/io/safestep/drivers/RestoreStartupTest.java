package io.safestep.drivers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.drivers.testing.PracticeAtFreePort;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A device takes its startup configuration back as a whole, and with it secrets that it never shows. */
class RestoreStartupTest {

    enum Maker {
        CORVANE(ShippedProfiles.corvane(), "brn-gw-a", "127.77.2.1", "user kiosk password %s\n"),
        HALDRIN(ShippedProfiles.haldrin(), "ald-gw-a", "127.77.3.1", "system\n  user kiosk\n    password %s\n"),
        OSTREL(ShippedProfiles.ostrel(), "ops-fw-a", "127.77.0.5", "base\n  account kiosk\n    secret %s\n");

        final PlatformProfile profile;
        final String device;
        final String host;
        final String lines;

        Maker(PlatformProfile profile, String device, String host, String lines) {
            this.profile = profile;
            this.device = device;
            this.host = host;
            this.lines = lines;
        }
    }

    @TempDir
    static Path folder;

    private static PracticeAtFreePort practice;
    private static DeviceConnector connector;

    @BeforeAll
    static void start() throws Exception {
        practice = PracticeAtFreePort.start(folder);
        connector = new PlatformConnector(TimeLimits.usual());
    }

    @AfterAll
    static void stop() {
        practice.close();
    }

    private static final PushListener ALL_COMMANDS = new PushListener() {
        @Override
        public boolean before(int index) {
            return true;
        }

        @Override
        public void after(int index, String answer) {}
    };

    private static DeviceSession open(Maker maker) throws DeviceException {
        return connector.connect(new DeviceTarget(
                maker.device,
                "a site",
                maker.host,
                practice.port(),
                maker.profile,
                "safestep",
                "harbour-light-1",
                null));
    }

    @ParameterizedTest
    @EnumSource
    void whatADeviceHidesComesBackWithStartup(Maker maker) throws DeviceException {
        ConfigEngine engine = new ConfigEngine(maker.profile.language());
        PracticeDevice device = practice.network().device(maker.device);
        try (DeviceSession session = open(maker)) {
            session.push(engine.readScript(maker.lines.formatted("tide-1")), ALL_COMMANDS);
            session.save();
            session.push(engine.readScript(maker.lines.formatted("tide-2")), ALL_COMMANDS);
            assertThat(device.running().accepts("kiosk", "tide-2")).isTrue();

            assertThat(session.restoreStartup()).isNotBlank();

            assertThat(device.running().accepts("kiosk", "tide-1")).isTrue();
            assertThat(engine.same(engine.read(session.readRunning()), engine.read(session.readStartup())))
                    .isTrue();
        }
    }

    @ParameterizedTest
    @EnumSource
    void anAccountThatMayOnlyLookRestoresNothing(Maker maker) throws DeviceException {
        ConfigEngine engine = new ConfigEngine(maker.profile.language());
        try (DeviceSession session = open(maker)) {
            String before = session.readRunning();
            practice.network().device(maker.device).switchOn(Fault.READ_ONLY_ACCOUNT, "");
            assertThat(catchThrowableOfType(DeviceException.class, session::restoreStartup))
                    .isNotNull();
            assertThat(engine.same(engine.read(session.readRunning()), engine.read(before)))
                    .isTrue();
        } finally {
            practice.network().device(maker.device).switchOff(Fault.READ_ONLY_ACCOUNT);
        }
    }
}
