package io.safestep.drivers.cli;

import static io.safestep.drivers.cli.AwkwardSession.CONFIGURING;
import static io.safestep.drivers.cli.AwkwardSession.PROMPT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.cli.AwkwardSession.Told;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What devices say to commands, and what of it counts. */
class AwkwardAnswersTest {

    private static final Script SCRIPT = new Script(List.of(
            new ScriptLine(0, "contact pier"),
            new ScriptLine(0, "time-server 10.77.8.21"),
            new ScriptLine(0, "vlan 70")));

    @TempDir
    Path folder;

    private final AwkwardSession sessions = new AwkwardSession(10);
    private final List<String> typed = Collections.synchronizedList(new ArrayList<>());
    private final Told told = new Told();
    private ScriptedDevice device;

    @AfterEach
    void stop() throws Exception {
        sessions.close();
        device.close();
    }

    /** A device whose prompt follows its mode, with an answer to some lines. */
    private DeviceSession open(PlatformProfile profile, Map<String, String> answers) throws Exception {
        device = new ScriptedDevice(folder.resolve("hostkey"), terminal -> {
            String prompt = PROMPT;
            terminal.print(prompt);
            String line;
            while ((line = terminal.readLine()) != null) {
                typed.add(line);
                prompt = line.equals("configure") ? CONFIGURING : line.equals("done") ? PROMPT : prompt;
                String answer = answers.getOrDefault(line, "");
                terminal.print((answer.isEmpty() ? "" : answer + "\r\n") + prompt);
            }
        });
        return sessions.open(device, profile);
    }

    private static PlatformProfile profile(String... lines) {
        return lines.length == 0 ? ShippedProfiles.corvane() : AwkwardSession.profileWith(lines);
    }

    @Test
    void aRefusalWithAMarkStopsThePushBeforeTheNextLine() throws Exception {
        try (DeviceSession session = open(profile(), Map.of("time-server 10.77.8.21", "refused: the table is full"))) {
            DeviceException e = catchThrowableOfType(DeviceException.class, () -> session.push(SCRIPT, told));
            assertThat(e.reason()).isEqualTo(Reason.LINE_REFUSED);
            assertThat(e).hasMessage("brn-gw-a answered: refused: the table is full");
        }
        // Such a shell would have run the line after it as well.
        assertThat(typed).containsExactly("paging off", "configure", "contact pier", "time-server 10.77.8.21", "done");
    }

    @Test
    void aRefusalThatIsAPlainSentenceIsOneWhereTheProfileSaysSo() throws Exception {
        PlatformProfile profile = AwkwardSession.profile(
                "    - '(?m)^refused: (.*)$'\n",
                "    - '(?m)^refused: (.*)$'\n    - '(?m)^This .* is not supported.*$'\n");
        try (DeviceSession session = open(profile, Map.of("vlan 70", "This switch is not supported in this slot."))) {
            DeviceException e = catchThrowableOfType(DeviceException.class, () -> session.push(SCRIPT, told));
            assertThat(e).hasMessage("brn-gw-a answered: This switch is not supported in this slot.");
        }
    }

    @Test
    void aNoteThatLooksLikeARefusalIsNone() throws Exception {
        PlatformProfile profile = profile("notes: ['(?m)^refused: nothing.*$']");
        try (DeviceSession session =
                open(profile, Map.of("vlan 70", "refused: nothing, but consider the spanning tree"))) {
            assertThat(session.push(SCRIPT, told)).isEqualTo(3);
            assertThat(told.answers).containsExactly("", "", "refused: nothing, but consider the spanning tree");
        }
    }

    @Test
    void somebodyElseInConfigurationModeIsToldAndDoesNotStopThePush() throws Exception {
        PlatformProfile profile = profile("notes: ['(?m)^refused: no lock here.*$']");
        try (DeviceSession session =
                open(profile, Map.of("configure", "refused: no lock here, hloman configures as well"))) {
            assertThat(session.push(SCRIPT, told)).isEqualTo(3);
        }
        assertThat(typed).endsWith("vlan 70", "done");
    }

    @Test
    void aRefusalThatSaysNothingIsLeftToReadingBack() throws Exception {
        try (DeviceSession session = open(profile(), Map.of("show running", "hostname brn-gw-a\r\ncontact pier"))) {
            assertThat(session.push(SCRIPT, told)).isEqualTo(3);
            assertThat(session.readRunning()).isEqualTo("hostname brn-gw-a\ncontact pier");
        }
    }

    @Test
    void aTextInALongConfigurationThatLooksLikeARefusalIsNone() throws Exception {
        List<String> lines = new ArrayList<>(Collections.nCopies(60, "time-server 10.77.8.21"));
        lines.set(30, "refused: whoever is not of the crew");
        String text = String.join("\r\n", lines);
        try (DeviceSession session = open(profile(), Map.of("show running", text))) {
            assertThat(session.readRunning()).isEqualTo(String.join("\n", lines));
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 59})
    void aLongAnswerThatBeginsOrEndsWithARefusalIsNoConfiguration(int where) throws Exception {
        List<String> lines = new ArrayList<>(Collections.nCopies(60, "time-server 10.77.8.21"));
        lines.set(where, "refused: the store can't be read");
        try (DeviceSession session = open(profile(), Map.of("show running", String.join("\r\n", lines)))) {
            DeviceException e = catchThrowableOfType(DeviceException.class, session::readRunning);
            assertThat(e).hasMessage("brn-gw-a answered: refused: the store can't be read");
        }
    }

    @Test
    void aStartupThatCanNotBeShownIsSaidToBeOne() throws Exception {
        PlatformProfile profile = AwkwardSession.profile("  readStartup: show startup\n", "");
        try (DeviceSession session = open(profile, Map.of())) {
            DeviceException e = catchThrowableOfType(DeviceException.class, session::readStartup);
            assertThat(e.reason()).isEqualTo(Reason.NOT_POSSIBLE);
        }
        assertThat(typed).containsExactly("paging off");
    }

    @Test
    void anErrorPatternThatNeverEndsIsRefused() throws Exception {
        PlatformProfile profile = AwkwardSession.profile("(?m)^not possible: (.*)$", "(.*a){12}b");
        try (DeviceSession session = open(profile, Map.of("show log", "a".repeat(60)))) {
            DeviceException e = catchThrowableOfType(DeviceException.class, () -> session.read("show log"));
            assertThat(e).hasMessageContaining("does not come to an end");
            assertThat(session.read("show state")).isEmpty();
        }
    }

    /** Answers come one a second, or as fast as the test wants, until somebody presses a key. */
    private DeviceSession openToPing(PlatformProfile profile, int repliesAtOnce) throws Exception {
        device = new ScriptedDevice(folder.resolve("hostkey"), terminal -> {
            terminal.print(PROMPT);
            String line;
            while ((line = terminal.readLine()) != null) {
                typed.add(line);
                if (line.startsWith("ping")) {
                    for (int i = 1; i <= repliesAtOnce; i++) {
                        terminal.print("reply " + i + " from 10.77.0.1\r\n");
                    }
                    int key = terminal.readKey();
                    terminal.print(
                            key == 3 ? "^C\r\n" + repliesAtOnce + " of " + repliesAtOnce + " came back\r\n" : "?");
                }
                terminal.print(PROMPT);
            }
        });
        return sessions.open(device, profile);
    }

    private static PlatformProfile interruptedPing(String how) {
        return AwkwardSession.profile(
                "    command: ping {address}\n", "    command: ping {address}\n    interrupted: " + how + "\n");
    }

    @Test
    void aCommandWithoutAnEndIsEndedAfterItsTimeAndItsAnswerKept() throws Exception {
        PlatformProfile profile = interruptedPing("{ afterSeconds: 1 }");
        try (DeviceSession session = openToPing(profile, 3)) {
            ReadCommand ping = profile.read("ping").orElseThrow();
            assertThat(session.ask(ping, Map.of("address", "10.77.0.1")).text())
                    .contains("reply 1", "reply 3", "3 of 3 came back");
            assertThat(session.read("show clock")).as("the session goes on").isEmpty();
        }
        assertThat(typed).containsExactly("paging off", "ping 10.77.0.1", "show clock");
    }

    @Test
    void itIsEndedAsSoonAsItHasSaidEnough() throws Exception {
        PlatformProfile profile = interruptedPing("{ afterSeconds: 120, when: 'reply 5 ' }");
        try (DeviceSession session = openToPing(profile, 5)) {
            ReadCommand ping = profile.read("ping").orElseThrow();
            assertThat(session.ask(ping, Map.of("address", "10.77.0.1")).text()).contains("5 of 5 came back");
        }
    }
}
