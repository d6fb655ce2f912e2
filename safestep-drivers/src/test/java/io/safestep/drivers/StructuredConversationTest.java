package io.safestep.drivers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.practice.PracticeNetwork;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.network.MerrowSound;
import io.safestep.practice.network.NetworkPlan;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** NETCONF and RESTCONF against practice devices, over real SSH and HTTPS. */
class StructuredConversationTest {

    /** One device of each family, with a change that touches leaves, lists and removals. */
    enum Family {
        HALDRIN(ShippedProfiles.haldrin(), "ald-gw-a", "127.77.3.1", "x4", """
                system
                  contact night watch
                  time-server 10.77.8.21
                vlans
                  vlan 90
                    name moorings
                  no vlan 80
                interfaces
                  interface x2
                    mtu 1400
                  interface v40
                    no relay-dhcp 10.77.8.20
                    vrrp 40
                      priority 90
                """),
        OSTREL(ShippedProfiles.ostrel(), "ops-fw-a", "127.77.0.5", "p3", """
                base
                  place night watch
                  time-server 10.77.8.21
                vlans
                  vlan 90
                    label moorings
                ports
                  port p2
                    mtu 1400
                    no note
                  port p3
                    no filter-in
                """);

        final PlatformProfile profile;
        final String device;
        final String host;
        final String port;
        final String lines;

        Family(PlatformProfile profile, String device, String host, String port, String lines) {
            this.profile = profile;
            this.device = device;
            this.host = host;
            this.port = port;
            this.lines = lines;
        }

        ConfigEngine engine() {
            return new ConfigEngine(profile.language());
        }

        DeviceSession open() throws DeviceException {
            return connector.connect(target("harbour-light-1", null));
        }

        DeviceTarget target(String password, String pinned) {
            return new DeviceTarget(device, "a site", host, tcpPort, profile, "safestep", password, pinned);
        }

        PracticeDevice practice() {
            return network.device(device);
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
        NetworkPlan plan = MerrowSound.plan();
        network = PracticeNetwork.start(
                new NetworkPlan(plan.file(), plan.configurations(), null),
                folder,
                new PracticeNetwork.Ports(tcpPort, 0, 0, 0));
        connector = new PlatformConnector(
                new TimeLimits(Duration.ofSeconds(60), Duration.ofSeconds(60), Duration.ofSeconds(60)));
    }

    @AfterAll
    static void stop() {
        connector.close();
        network.close();
    }

    @ParameterizedTest
    @EnumSource
    void runningAndStartupAreReadWhole(Family family) throws Exception {
        try (DeviceSession session = family.open()) {
            ConfigTree tree = family.engine().read(session.readRunning());
            assertThat(family.engine()
                            .compare(
                                    tree,
                                    family.engine()
                                            .read(family.practice().running().shown())))
                    .isEmpty();
            assertThat(family.engine().same(tree, family.engine().read(session.readStartup())))
                    .isTrue();
        }
    }

    @ParameterizedTest
    @EnumSource
    void readCommandsFindTheirRows(Family family) throws Exception {
        try (DeviceSession session = family.open()) {
            for (ReadCommand read : family.profile.reads()) {
                DeviceAnswer asked = session.ask(
                        read.commandFor(Map.of("address", "10.77.8.20", "port", "443", "source", "10.77.0.1")));
                String answer = asked.text();
                assertThat(asked.data()).as("%s as data", read.name()).isNotBlank();
                if (!read.name().equals("gateways") || family == Family.HALDRIN) {
                    assertThat(read.rows(answer))
                            .as("%s in %s", read.name(), answer)
                            .isNotEmpty();
                }
            }
        }
    }

    @ParameterizedTest
    @EnumSource
    void theLogTellsWhatWasWrittenDownSinceAMoment(Family family) throws Exception {
        Instant start = Instant.now();
        family.practice().save();
        try (DeviceSession session = family.open()) {
            String answer = session.read(family.profile.log().command());
            assertThat(family.profile.log().since(answer, start, Instant.now())).contains("startup-written");
        }
    }

    @ParameterizedTest
    @EnumSource
    void scriptAndUndoLeadThereAndBackAndAreSaved(Family family) throws Exception {
        ConfigEngine engine = family.engine();
        try (DeviceSession session = family.open()) {
            ConfigTree before = engine.read(session.readRunning());
            assertThat(engine.complaints(before, family.lines)).isEmpty();
            DeviceBuild build = engine.build(before, family.lines);
            assertThat(build.proof().proven()).as("%s", build.proof()).isTrue();

            assertThat(session.push(build.script(), new Recorder()))
                    .isEqualTo(build.script().lines().size());
            assertThat(engine.compare(engine.read(session.readRunning()), engine.asShown(build.outcome())))
                    .isEmpty();
            assertThat(engine.same(engine.read(session.readStartup()), before)).isTrue();
            session.save();
            assertThat(engine.compare(engine.read(session.readStartup()), engine.asShown(build.outcome())))
                    .isEmpty();

            session.push(build.undo(), new Recorder());
            assertThat(engine.compare(engine.read(session.readRunning()), before))
                    .isEmpty();
            session.save();
        }
    }

    /** Removals and settings are several requests, of which the last is refused (RFC 8072, where the device offers it). */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void severalEditsAreOneWhereTheDeviceTakesThem(boolean offered) throws Exception {
        Family family = Family.OSTREL;
        ConfigEngine engine = family.engine();
        family.practice().switchOn(Fault.REJECTS_LINE, "filter-in");
        if (!offered) {
            family.practice().switchOn(Fault.EDITS_ONE_BY_ONE, "");
        }
        try (DeviceSession session = family.open()) {
            ConfigTree before = engine.read(session.readRunning());
            Script script = engine.build(before, "ports\n  port p3\n    no filter-in\nbase\n  place night watch\n")
                    .script();
            assertThat(engine.restRequests(script)).hasSizeGreaterThan(1);
            DeviceException e = catchThrowableOfType(DeviceException.class, () -> session.push(script, new Recorder()));
            assertThat(e.reason()).isEqualTo(Reason.LINE_REFUSED);
            assertThat(e).hasMessageContaining("is not accepted at this time");
            assertThat(engine.same(engine.read(session.readRunning()), before))
                    .as("all or none")
                    .isEqualTo(offered);

            family.practice().switchOff(Fault.REJECTS_LINE);
            ConfigTree now = engine.read(session.readRunning());
            ConfigTree wanted = engine.build(before, family.lines).outcome();
            session.push(engine.derive(now, wanted), new Recorder());
            ConfigTree held = engine.read(session.readRunning());
            assertThat(engine.compare(held, engine.asShown(wanted))).isEmpty();
            session.push(engine.derive(held, before), new Recorder());
            assertThat(engine.same(engine.read(session.readRunning()), before)).isTrue();
        } finally {
            family.practice().switchOff(Fault.REJECTS_LINE);
            family.practice().switchOff(Fault.EDITS_ONE_BY_ONE);
        }
    }

    @ParameterizedTest
    @EnumSource
    void aRefusedLineLeavesNothingBehind(Family family) throws Exception {
        Script script = script(family, "mtu 1450");
        family.practice().switchOn(Fault.REJECTS_LINE, "mtu");
        try (DeviceSession session = family.open()) {
            String before = session.readRunning();
            DeviceException e = catchThrowableOfType(DeviceException.class, () -> session.push(script, new Recorder()));
            assertThat(e.reason()).isEqualTo(Reason.LINE_REFUSED);
            assertThat(e).hasMessageContaining("is not accepted at this time");
            assertThat(session.readRunning()).isEqualTo(before);
        } finally {
            family.practice().switchOff(Fault.REJECTS_LINE);
        }
    }

    @ParameterizedTest
    @EnumSource
    void anOkWithoutEffectIsNotBelieved(Family family) throws Exception {
        Script script = script(family, "mtu 1450");
        family.practice().switchOn(Fault.IGNORES_LINE, "mtu");
        try (DeviceSession session = family.open()) {
            DeviceException e = catchThrowableOfType(DeviceException.class, () -> session.push(script, new Recorder()));
            assertThat(e.reason()).isEqualTo(Reason.TRANSFER_FAILED);
            assertThat(e).hasMessageContaining("has not changed");
        } finally {
            family.practice().switchOff(Fault.IGNORES_LINE);
        }
    }

    @ParameterizedTest
    @EnumSource
    void aStartupThatCanNotBeWrittenIsSaid(Family family) throws Exception {
        Script script = script(family, "mtu 1450");
        family.practice().switchOn(Fault.STARTUP_WRITE_FAILS, "");
        try (DeviceSession session = family.open()) {
            ConfigTree before = family.engine().read(session.readRunning());
            session.push(script, new Recorder());
            DeviceException e = catchThrowableOfType(DeviceException.class, session::save);
            assertThat(e.reason()).isEqualTo(Reason.SAVE_FAILED);
            session.push(family.engine().derive(family.engine().read(session.readRunning()), before), new Recorder());
        } finally {
            family.practice().switchOff(Fault.STARTUP_WRITE_FAILS);
        }
    }

    @ParameterizedTest
    @EnumSource
    void somebodyElseIsNotWrittenOver(Family family) throws Exception {
        Script script = script(family, "mtu 1450");
        try (DeviceSession session = family.open();
                DeviceSession other = family.open()) {
            ConfigTree before = family.engine().read(session.readRunning());
            // While this session is about to write, another one is in the middle of it: NETCONF locks, RESTCONF
            // notices.
            Recorder meddling = new Recorder() {
                @Override
                public boolean before(int index) {
                    DeviceException e = catchThrowableOfType(
                            DeviceException.class, () -> other.push(script(family, "mtu 1440"), new Recorder()));
                    assertThat(e == null ? null : e.reason())
                            .isEqualTo(family == Family.HALDRIN ? Reason.IN_USE : null);
                    return true;
                }
            };
            DeviceException e = catchThrowableOfType(DeviceException.class, () -> session.push(script, meddling));
            assertThat(e == null ? null : e.reason()).isEqualTo(family == Family.OSTREL ? Reason.IN_USE : null);
            session.push(family.engine().derive(family.engine().read(session.readRunning()), before), new Recorder());
        }
    }

    @ParameterizedTest
    @EnumSource
    void eachStageOfConnectingHasItsOwnReason(Family family) throws Exception {
        assertThat(reason(family.target("wrong", null))).isEqualTo(Reason.LOGIN_REFUSED);
        String key;
        try (DeviceSession session = family.open()) {
            key = session.hostKey();
        }
        connector.connect(family.target("harbour-light-1", key)).close();
        family.practice().switchOn(Fault.CHANGED_HOST_KEY, "");
        try {
            assertThat(reason(family.target("harbour-light-1", key))).isEqualTo(Reason.HOST_KEY_CHANGED);
        } finally {
            family.practice().switchOff(Fault.CHANGED_HOST_KEY);
        }
        DeviceTarget nobody = new DeviceTarget(
                "nobody", "a site", "127.77.250.250", tcpPort, family.profile, "safestep", "harbour-light-1", null);
        assertThat(reason(nobody)).isEqualTo(Reason.CONNECTION_REFUSED);
        DeviceTarget nameless = new DeviceTarget(
                "nameless", "a site", "no-such-name.invalid", tcpPort, family.profile, "safestep", "x", null);
        assertThat(reason(nameless)).isEqualTo(Reason.NAME_NOT_FOUND);
    }

    private static Reason reason(DeviceTarget target) {
        return catchThrowableOfType(DeviceException.class, () -> connector.connect(target))
                .reason();
    }

    private static Script script(Family family, String line) {
        String port = family == Family.HALDRIN
                ? "interfaces\n  interface " + family.port + "\n    "
                : "ports\n  port " + family.port + "\n    ";
        return family.engine().readScript(port + line + "\n");
    }

    private static class Recorder implements PushListener {
        private final List<String> said = new ArrayList<>();

        @Override
        public boolean before(int index) {
            return true;
        }

        @Override
        public void after(int index, String answer) {
            said.add(answer);
        }
    }
}
