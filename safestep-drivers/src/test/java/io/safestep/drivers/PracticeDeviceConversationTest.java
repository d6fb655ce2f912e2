package io.safestep.drivers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.practice.PracticeNetwork;
import io.safestep.practice.device.Fault;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The driver and the shipped profile against practice devices, over real SSH. */
class PracticeDeviceConversationTest {

    private static final PlatformProfile CORVANE = ShippedProfiles.corvane();
    private static final ConfigEngine ENGINE = new ConfigEngine(CORVANE.language());

    @TempDir
    static Path folder;

    private static PracticeNetwork practice;
    private static DeviceConnector connector;
    private static int port;

    @BeforeAll
    static void start() throws Exception {
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        practice = PracticeNetwork.start(folder, port, 0);
        connector = new PlatformConnector(
                new TimeLimits(Duration.ofSeconds(60), Duration.ofSeconds(60), Duration.ofSeconds(60)));
    }

    @AfterAll
    static void stop() {
        connector.close();
        practice.close();
    }

    private static DeviceTarget target(String host, String password, String hostKey) {
        return new DeviceTarget("brn-gw-a", "Brinehaven", host, port, CORVANE, "safestep", password, hostKey);
    }

    private static DeviceSession open(String host) throws DeviceException {
        return connector.connect(target(host, "harbour-light-1", null));
    }

    @Test
    void theRunningConfigurationIsReadWholeAndReadsAsATree() throws Exception {
        try (DeviceSession session = open("127.77.2.1")) {
            ConfigTree tree = ENGINE.read(session.readRunning());
            assertThat(ENGINE.write(tree))
                    .as("everything that the device shows but what is volatile")
                    .isEqualTo("# Corvane Tidewater 4.2\n"
                            + practice.device("brn-gw-a").running().shown() + "# end\n");
            assertThat(ENGINE.same(tree, ENGINE.read(session.readStartup()))).isTrue();
        }
    }

    @Test
    void readCommandsOfTheProfileFindTheirRows() throws Exception {
        try (DeviceSession session = open("127.77.2.2")) {
            for (var read : CORVANE.reads()) {
                String answer = session.read(
                        read.commandFor(Map.of("address", "10.77.8.20", "port", "443", "source", "10.77.2.2")));
                assertThat(read.rows(answer))
                        .as("%s in %s", read.name(), answer)
                        .isNotEmpty();
            }
        }
    }

    @Test
    void whatIsAskedFromOneAddressIsToldFromWhatIsAskedFromAnother() throws Exception {
        ReadCommand ping = CORVANE.read("ping-from").orElseThrow();
        try (DeviceSession session = open("127.77.2.2")) {
            assertThat(ping.rows(session.read(ping.commandFor(Map.of("address", "10.77.8.20", "source", "10.77.2.2")))))
                    .as("its own address")
                    .containsExactly(new ReadCommand.Row("received", "3 of 3"));
            assertThat(ping.rows(session.read(ping.commandFor(Map.of("address", "10.77.8.20", "source", "10.77.2.1")))))
                    .as("another device's address")
                    .containsExactly(new ReadCommand.Row("received", "0 of 3"));
        }
    }

    @Test
    void theLogTellsWhatWasWrittenDownSinceAMoment() throws Exception {
        Instant start = Instant.now();
        practice.device("brn-ac-2").save();
        try (DeviceSession session =
                open("127.77." + practice.device("brn-ac-2").address().substring("10.77.".length()))) {
            DeviceAnswer answer = session.ask(CORVANE.log().command());
            assertThat(answer.data())
                    .as("a command line has no structured data")
                    .isNull();
            assertThat(CORVANE.log().since(answer.text(), start, Instant.now())).containsExactly("startup written");
            assertThat(CORVANE.log().since(answer.text(), Instant.now().plusSeconds(60), Instant.now()))
                    .isEmpty();
        }
    }

    @Test
    void scriptAndUndoOfABuildLeadThereAndBackOnTheDeviceItself() throws Exception {
        try (DeviceSession session = open("127.77.0.1")) {
            ConfigTree before = ENGINE.read(session.readRunning());
            DeviceBuild build = ENGINE.build(before, """
                    time-server 10.77.8.21
                    no contact
                    vlan 70
                    interface port 3
                      description to the crane
                      address 10.77.1.9/30
                    user kiosk password gannet
                    packet-filter crane
                      drop ip 10.77.1.0/24 to 10.77.8.0/24
                    ospf 1
                      area 0 network 10.77.9.0/24
                      no area 0 network 10.77.8.0/24
                    """);

            assertThat(session.push(build.script(), recording(new ArrayList<>(), 100)))
                    .isEqualTo(build.script().lines().size());
            assertThat(ENGINE.compare(ENGINE.read(session.readRunning()), ENGINE.asShown(build.outcome())))
                    .isEmpty();

            session.push(build.undo(), recording(new ArrayList<>(), 100));
            assertThat(ENGINE.compare(ENGINE.read(session.readRunning()), before))
                    .isEmpty();
        }
    }

    @Test
    void aPushStopsAtTheFirstLineThatTheDeviceRefuses() throws Exception {
        Script script = new Script(List.of(
                new ScriptLine(0, "time-server 10.77.8.22"),
                new ScriptLine(0, "frobnicate"),
                new ScriptLine(0, "time-server 10.77.8.23")));
        List<String> said = new ArrayList<>();
        try (DeviceSession session = open("127.77.2.34")) {
            DeviceException refused =
                    catchThrowableOfType(DeviceException.class, () -> session.push(script, recording(said, 100)));
            assertThat(refused.reason()).isEqualTo(Reason.LINE_REFUSED);
            assertThat(refused).hasMessageContaining("\"frobnicate\" is not understood");
            assertThat(said).containsExactly("", "refused: \"frobnicate\" is not understood at the top");
            assertThat(session.readRunning()).contains("10.77.8.22").doesNotContain("10.77.8.23");
        }
    }

    @Test
    void aPushCanBeStoppedBetweenTwoLines() throws Exception {
        Script script = new Script(
                List.of(new ScriptLine(0, "time-server 10.77.9.1"), new ScriptLine(0, "time-server 10.77.9.2")));
        try (DeviceSession session = open("127.77.2.34")) {
            assertThat(session.push(script, recording(new ArrayList<>(), 1))).isEqualTo(1);
            assertThat(session.readRunning()).contains("10.77.9.1").doesNotContain("10.77.9.2");
        }
    }

    @Test
    void theIgnoredLineShowsOnlyWhenReadingBack() throws Exception {
        practice.device("brn-gw-b").switchOn(Fault.IGNORES_LINE, "contact");
        try (DeviceSession session = open("127.77.2.2")) {
            Script script = new Script(List.of(new ScriptLine(0, "contact nobody")));
            assertThat(session.push(script, recording(new ArrayList<>(), 100))).isEqualTo(1);
            assertThat(session.readRunning()).doesNotContain("nobody");
        } finally {
            practice.device("brn-gw-b").switchOff(Fault.IGNORES_LINE);
        }
    }

    @Test
    void savingWritesStartup() throws Exception {
        try (DeviceSession session = open("127.77.2.2")) {
            session.push(
                    new Script(List.of(new ScriptLine(0, "time-server 10.77.9.9"))), recording(new ArrayList<>(), 9));
            assertThat(session.readStartup()).doesNotContain("10.77.9.9");
            assertThat(session.save()).isEqualTo("startup written");
            assertThat(session.readStartup()).contains("10.77.9.9");
        }
    }

    @Test
    void eachStageOfConnectingHasItsOwnReason() throws Exception {
        assertThat(reason(target("127.77.2.1", "wrong", null))).isEqualTo(Reason.LOGIN_REFUSED);
        assertThat(reason(target("127.77.9.9", "harbour-light-1", null))).isEqualTo(Reason.CONNECTION_REFUSED);
        String otherKey;
        try (DeviceSession session = open("127.77.2.2")) {
            otherKey = session.hostKey();
        }
        assertThat(reason(target("127.77.2.1", "harbour-light-1", otherKey))).isEqualTo(Reason.HOST_KEY_CHANGED);
        try (DeviceSession session = connector.connect(target("127.77.2.2", "harbour-light-1", otherKey))) {
            assertThat(session.hostKey()).isEqualTo(otherKey);
        }
    }

    private static Reason reason(DeviceTarget target) {
        return catchThrowableOfType(DeviceException.class, () -> connector.connect(target))
                .reason();
    }

    private static PushListener recording(List<String> said, int most) {
        return new PushListener() {
            @Override
            public boolean before(int index) {
                return index < most;
            }

            @Override
            public void after(int index, String answer) {
                said.add(answer);
            }
        };
    }
}
