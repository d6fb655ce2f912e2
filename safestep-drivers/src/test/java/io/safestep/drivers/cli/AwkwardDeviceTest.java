package io.safestep.drivers.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The command-line driver against devices that do not make it easy. */
class AwkwardDeviceTest {

    private static final String PROMPT = "[brn-gw-a] ";

    @TempDir
    Path folder;

    private DeviceConnector connector;
    private ScriptedDevice device;

    @BeforeEach
    void start() {
        connector = new PlatformConnector(
                new TimeLimits(Duration.ofSeconds(10), Duration.ofSeconds(10), Duration.ofSeconds(2)));
    }

    @AfterEach
    void stop() throws Exception {
        connector.close();
        if (device != null) {
            device.close();
        }
    }

    private DeviceTarget target(ScriptedDevice.Behaviour behaviour, String password) throws Exception {
        device = new ScriptedDevice(folder.resolve("hostkey"), behaviour);
        return new DeviceTarget(
                "brn-gw-a",
                "Brinehaven",
                "127.0.0.1",
                device.port(),
                ShippedProfiles.corvane(),
                "safestep",
                password,
                null);
    }

    private DeviceSession open(ScriptedDevice.Behaviour behaviour) throws Exception {
        return connector.connect(target(behaviour, "right"));
    }

    /** Shows a prompt and answers each command with the same text. */
    private static ScriptedDevice.Behaviour answering(String answer) {
        return terminal -> {
            terminal.print(PROMPT);
            String line;
            while ((line = terminal.readLine()) != null) {
                terminal.print((line.equals("paging off") ? "" : answer) + PROMPT);
            }
        };
    }

    @Test
    void aWrongPasswordIsSaidToBeOne() throws Exception {
        DeviceTarget wrong = target(answering(""), "wrong");
        DeviceException e = catchThrowableOfType(DeviceException.class, () -> connector.connect(wrong));
        assertThat(e.reason()).isEqualTo(Reason.LOGIN_REFUSED);
        assertThat(e).hasMessage("brn-gw-a refuses the log-in of safestep.");
    }

    @Test
    void aDeviceThatNeverShowsAPromptIsGivenUp() throws Exception {
        DeviceTarget silent = target(
                terminal -> {
                    terminal.print("Welcome. Please wait");
                    // Whatever wakes it up, it waits on.
                    for (int i = 0; i < 50; i++) {
                        terminal.readLine();
                    }
                },
                "right");
        DeviceException e = catchThrowableOfType(DeviceException.class, () -> connector.connect(silent));
        assertThat(e.reason()).isEqualTo(Reason.PROMPT_NOT_RECOGNISED);
    }

    @Test
    void aBannerThatLooksLikeAPromptInItsMiddleDoesNotMislead() throws Exception {
        try (DeviceSession session = open(terminal -> {
            terminal.print("Say [yes] or [no] \r\n[notice] read the rules\r\n" + PROMPT);
            terminal.readLine();
            terminal.print(PROMPT);
            terminal.readLine();
            terminal.print("hostname brn-gw-a\r\n" + PROMPT);
            terminal.readLine();
        })) {
            assertThat(session.readRunning()).isEqualTo("hostname brn-gw-a");
        }
    }

    @Test
    void aSlowAnswerIsWaitedForAndPiecesAreJoined() throws Exception {
        try (DeviceSession session = open(answering("contact pier\r\nvlan 40\r\n  name a\r\n"))) {
            assertThat(session.read("show running")).isEqualTo("contact pier\nvlan 40\n  name a");
        }
    }

    @Test
    void pagesAreTurned() throws Exception {
        List<Integer> keys = Collections.synchronizedList(new ArrayList<>());
        try (DeviceSession session = open(terminal -> {
            terminal.print(PROMPT);
            terminal.readLine();
            terminal.print(PROMPT);
            terminal.readLine();
            for (int page = 1; page <= 3; page++) {
                terminal.print("line " + page + "\r\n-- " + page + " of 4 lines; space for more --");
                keys.add(terminal.readKey());
                terminal.print("\r                                        \r");
            }
            terminal.print("line 4\r\n" + PROMPT);
            terminal.readLine();
        })) {
            assertThat(session.read("show running").lines().filter(l -> l.startsWith("line ")))
                    .containsExactly("line 1", "line 2", "line 3", "line 4");
        }
        assertThat(keys).containsExactly((int) ' ', (int) ' ', (int) ' ');
    }

    @Test
    void aSessionThatEndsInMidSentenceIsLost() throws Exception {
        try (DeviceSession session = open(terminal -> {
            terminal.print(PROMPT);
            terminal.readLine();
            terminal.print(PROMPT);
            terminal.readLine();
            terminal.print("hostname brn");
        })) {
            DeviceException e = catchThrowableOfType(DeviceException.class, session::readRunning);
            assertThat(e.reason()).isEqualTo(Reason.SESSION_LOST);
        }
    }

    @Test
    void aCommandThatNeverEndsIsGivenUpAfterItsLimit() throws Exception {
        try (DeviceSession session = open(terminal -> {
            terminal.print(PROMPT);
            terminal.readLine();
            terminal.print(PROMPT);
            terminal.readLine();
            terminal.print("received 1 of 1\r\n");
            terminal.readLine();
        })) {
            DeviceException e = catchThrowableOfType(DeviceException.class, () -> session.read("ping 10.77.0.1"));
            assertThat(e.reason()).isEqualTo(Reason.TIMED_OUT);
            assertThat(e).hasMessage("brn-gw-a showed no prompt within 2 seconds.");
        }
    }

    @Test
    void aSaveThatIsNotConfirmedIsNone() throws Exception {
        try (DeviceSession session = open(answering("flash is busy\r\n"))) {
            DeviceException e = catchThrowableOfType(DeviceException.class, session::save);
            assertThat(e.reason()).isEqualTo(Reason.SAVE_FAILED);
            assertThat(e).hasMessage("brn-gw-a did not write its startup configuration: flash is busy");
        }
        device.close();
        try (DeviceSession session = open(answering(""))) {
            assertThat(catchThrowableOfType(DeviceException.class, session::save))
                    .hasMessageContaining("it said nothing");
        }
    }

    @Test
    void aSaveThatWarnsAndHasSavedIsOne() throws Exception {
        try (DeviceSession session = open(answering("note: two users are logged in\r\nstartup written\r\n"))) {
            assertThat(session.save()).contains("startup written");
        }
    }

    @Test
    void aDeviceThatAllowsNoConfigurationIsSaidToRefuse() throws Exception {
        try (DeviceSession session = open(answering("refused: no right to configure\r\n"))) {
            DeviceException e = catchThrowableOfType(
                    DeviceException.class,
                    () -> session.push(new Script(List.of(new ScriptLine(0, "contact a"))), counting(new int[1])));
            assertThat(e.reason()).isEqualTo(Reason.NO_RIGHT_TO_CONFIGURE);
            assertThat(e).hasMessageContaining("no right to configure");
        }
    }

    @Test
    void blocksAreLeftExactlyAsOftenAsTheyWereEntered() throws Exception {
        List<String> typed = Collections.synchronizedList(new ArrayList<>());
        Script script = new Script(List.of(
                new ScriptLine(0, "interface port 1"),
                new ScriptLine(1, "mtu 1400"),
                new ScriptLine(0, "vlan 70"),
                new ScriptLine(0, "no vlan 71"),
                new ScriptLine(0, "vlan 72"),
                new ScriptLine(1, "name cameras")));
        try (DeviceSession session = open(terminal -> {
            terminal.print(PROMPT);
            String line;
            while ((line = terminal.readLine()) != null) {
                typed.add(line);
                terminal.print(PROMPT);
            }
        })) {
            int[] told = new int[1];
            assertThat(session.push(script, counting(told))).isEqualTo(6);
            assertThat(told[0]).isEqualTo(6);
        }
        assertThat(typed)
                .containsExactly(
                        "paging off",
                        "configure",
                        "interface port 1",
                        "mtu 1400",
                        "leave",
                        "vlan 70",
                        "leave",
                        "no vlan 71",
                        "vlan 72",
                        "name cameras",
                        "done");
    }

    private static PushListener counting(int[] told) {
        return new PushListener() {
            @Override
            public boolean before(int index) {
                return true;
            }

            @Override
            public void after(int index, String answer) {
                told[0]++;
            }
        };
    }
}
