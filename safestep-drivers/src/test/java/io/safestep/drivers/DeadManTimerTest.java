package io.safestep.drivers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.practice.PracticeNetwork;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Pushes on trial: another session confirms them or has the device go back, or the device goes back by itself. */
class DeadManTimerTest {

    enum Family {
        CORVANE(ShippedProfiles.corvane(), "brn-gw-b", "127.77.2.2", "contact night watch\n"),
        HALDRIN(ShippedProfiles.haldrin(), "ald-gw-b", "127.77.3.2", "system\n  contact night watch\n");

        final PlatformProfile profile;
        final String device;
        final String host;
        final String lines;

        Family(PlatformProfile profile, String device, String host, String lines) {
            this.profile = profile;
            this.device = device;
            this.host = host;
            this.lines = lines;
        }

        ConfigEngine engine() {
            return new ConfigEngine(profile.language());
        }

        DeviceSession open() throws DeviceException {
            return connector.connect(
                    new DeviceTarget(device, "a site", host, tcpPort, profile, "safestep", "harbour-light-1", null));
        }

        ConfigTree held() {
            try (DeviceSession session = open()) {
                return engine().read(session.readRunning());
            } catch (DeviceException e) {
                throw new AssertionError(e);
            }
        }

        /** Pushes in a session of its own. */
        void push(DeadManTimer timer) throws DeviceException {
            try (DeviceSession session = open()) {
                Script script = engine().build(engine().read(session.readRunning()), lines)
                        .script();
                assertThat(session.hasTimer()).isTrue();
                assertThat(session.push(script, timer, new Silent()))
                        .isEqualTo(script.lines().size());
            }
        }
    }

    private static final class Silent implements PushListener {
        @Override
        public boolean before(int index) {
            return true;
        }

        @Override
        public void after(int index, String answer) {
            // What is said does not matter here.
        }
    }

    @TempDir
    static Path folder;

    private static PracticeNetwork network;
    private static DeviceConnector connector;
    private static int tcpPort;

    @BeforeAll
    static void start() throws Exception {
        try (ServerSocket free = new ServerSocket(0)) {
            tcpPort = free.getLocalPort();
        }
        network = PracticeNetwork.start(folder, tcpPort, 0);
        connector = new PlatformConnector(TimeLimits.usual());
    }

    @AfterAll
    static void stop() {
        connector.close();
        network.close();
    }

    @ParameterizedTest
    @EnumSource
    void whatNobodyConfirmsGoesBackByItself(Family family) throws Exception {
        ConfigTree before = family.held();
        family.push(new DeadManTimer("run-1", Duration.ofSeconds(2)));
        await().atMost(Duration.ofSeconds(20)).until(() -> family.engine().same(before, family.held()));
        try (DeviceSession session = family.open()) {
            assertThat(session.confirm(new DeadManTimer("run-1", Duration.ofSeconds(2))))
                    .as("nothing is left to be confirmed")
                    .isFalse();
        }
    }

    @ParameterizedTest
    @EnumSource
    void anotherSessionConfirmsOrHasTheDeviceGoBack(Family family) throws Exception {
        ConfigTree before = family.held();
        DeadManTimer timer = new DeadManTimer("run-2", Duration.ofMinutes(5));
        family.push(timer);
        assertThat(family.engine().same(before, family.held())).isFalse();
        try (DeviceSession session = family.open()) {
            assertThat(session.goBack(timer)).isTrue();
            assertThat(session.goBack(timer)).as("once only").isFalse();
        }
        assertThat(family.engine().same(before, family.held())).isTrue();

        family.push(timer);
        ConfigTree outcome = family.held();
        try (DeviceSession session = family.open()) {
            assertThat(session.confirm(timer)).isTrue();
            assertThat(session.goBack(timer)).as("it is confirmed").isFalse();
        }
        assertThat(family.engine().same(outcome, family.held())).isTrue();
        try (DeviceSession session = family.open()) {
            session.push(family.engine().derive(outcome, before), new Silent());
        }
    }

    @Test
    void whereThereIsNoTimerItIsSaid() throws Exception {
        try (DeviceSession session = connector.connect(new DeviceTarget(
                "ops-fw-a",
                "a site",
                "127.77.0.5",
                tcpPort,
                ShippedProfiles.ostrel(),
                "safestep",
                "harbour-light-1",
                null))) {
            assertThat(session.hasTimer()).isFalse();
        }
    }
}
