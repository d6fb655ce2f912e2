package io.safestep.practice.corvane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.network.file.NetworkFile;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.device.SessionDropped;
import io.safestep.practice.network.LiveNetwork;
import io.safestep.practice.network.NetworkPlan;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CommandInterpreterTest {

    private static final String FACTORY =
            "hostname brn-ac-1\nuser safestep password keel\ninterface port 1\n  mtu 1500\n";

    @TempDir
    Path folder;

    private PracticeDevice device;
    private CommandInterpreter session;

    @BeforeEach
    void open() {
        device = open(folder);
        session = session(device);
    }

    private static PracticeDevice open(Path folder) {
        return new PracticeDevice(
                "brn-ac-1",
                "10.77.2.34",
                "corvane-cli",
                CorvaneConfig::load,
                FACTORY,
                folder.resolve("startup"),
                Clock.systemUTC());
    }

    private static CommandInterpreter session(PracticeDevice device) {
        LiveNetwork network = new LiveNetwork(
                new NetworkPlan(new NetworkFile(List.of(), List.of(), List.of(), List.of()), Map.of(), "nobody"),
                List.of(device),
                Clock.systemUTC());
        return new CommandInterpreter(device, network);
    }

    @Test
    void thePromptTellsTheMode() {
        assertThat(session.prompt()).isEqualTo("[brn-ac-1] ");
        session.take("configure");
        session.take("interface port 1");
        assertThat(session.prompt()).isEqualTo("[brn-ac-1 @ interface port 1] ");
        session.take("leave");
        assertThat(session.prompt()).isEqualTo("[brn-ac-1 @ configure] ");
        session.take("done");
        assertThat(session.prompt()).isEqualTo("[brn-ac-1] ");
    }

    @Test
    void linesTakeEffectAtOnceAndStartupOnlyWhenSaved() {
        session.take("configure");
        session.take("interface port 1");
        session.take("mtu 9000");
        session.take("done");
        assertThat(session.take("show running")).contains("  mtu 9000");
        assertThat(session.take("show startup")).contains("  mtu 1500");

        assertThat(open(folder).running().shown()).contains("mtu 1500");
        assertThat(session.take("save")).isEqualTo("startup written");
        assertThat(open(folder).running().shown()).contains("mtu 9000");
    }

    @Test
    void badLinesAreRefusedWithTheDevicesOwnWords() {
        session.take("configure");
        assertThat(session.take("interface port one")).startsWith("refused: ");
        assertThat(session.take("no time-server 10.77.8.20"))
                .isEqualTo("refused: no \"time-server 10.77.8.20\" to remove");
        session.take("interface port 1");
        assertThat(session.take("address 10.77.1.300/30"))
                .isEqualTo("refused: \"address 10.77.1.300/30\" is not understood in interface port 1");
        assertThat(session.take("vlan 40")).startsWith("refused: ");
    }

    @Test
    void aPasswordIsNeverShown() {
        assertThat(session.take("show running"))
                .contains("user safestep password hidden")
                .doesNotContain("keel");
        assertThat(device.running().stored()).doesNotContain("keel");
        assertThat(device.accepts("safestep", "keel", "127.0.0.1")).isTrue();
        assertThat(device.accepts("safestep", "hidden", "127.0.0.1")).isFalse();
    }

    @Test
    void theFaultTakesALineAndDoesNotApplyIt() {
        device.switchOn(Fault.IGNORES_LINE, "mtu");
        session.take("configure");
        session.take("interface port 1");
        assertThat(session.take("mtu 9000")).isEmpty();
        assertThat(session.take("description uplink")).isEmpty();
        assertThat(session.take("mtu nine")).startsWith("refused: ");

        assertThat(device.running().shown()).contains("description uplink").contains("mtu 1500");
    }

    @Test
    void aRejectedLineIsRefusedAndChangesNothing() {
        device.switchOn(Fault.REJECTS_LINE, "mtu");
        session.take("configure");
        session.take("interface port 1");
        assertThat(session.take("mtu 9000")).startsWith("refused: ");
        assertThat(device.running().shown()).contains("mtu 1500");
    }

    @Test
    void theLastLineIsLostWhenConfigurationEnds() {
        device.switchOn(Fault.LOSES_LAST_LINE, "");
        session.take("configure");
        session.take("interface port 1");
        session.take("description uplink");
        session.take("mtu 9000");
        session.take("done");
        assertThat(device.running().shown()).contains("description uplink").contains("mtu 1500");
    }

    @Test
    void theSessionBreaksOffAfterTheLineWasTaken() {
        device.switchOn(Fault.DROPS_SESSION, "mtu");
        session.take("configure");
        session.take("interface port 1");
        assertThat(session.take("description uplink")).isEmpty();
        assertThatThrownBy(() -> session.take("mtu 9000")).isInstanceOf(SessionDropped.class);
        assertThat(device.running().shown()).contains("mtu 9000");
    }

    @Test
    void startupThatCanNotBeWrittenStaysAsItWas() {
        device.switchOn(Fault.STARTUP_WRITE_FAILS, "");
        session.take("configure");
        session.take("contact nobody");
        session.take("done");
        assertThat(session.take("save")).startsWith("not possible: ");
        assertThat(device.startup().shown()).doesNotContain("nobody");
    }
}
