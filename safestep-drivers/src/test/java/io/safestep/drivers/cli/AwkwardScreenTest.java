package io.safestep.drivers.cli;

import static io.safestep.drivers.cli.AwkwardSession.PROMPT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What devices make of prompts, echoes and pages. */
class AwkwardScreenTest {

    @TempDir
    Path folder;

    private final AwkwardSession sessions = new AwkwardSession(6);
    private final List<String> typed = Collections.synchronizedList(new ArrayList<>());
    private ScriptedDevice device;

    @AfterEach
    void stop() throws Exception {
        sessions.close();
        device.close();
    }

    private DeviceSession open(ScriptedDevice.Behaviour behaviour) throws Exception {
        device = new ScriptedDevice(folder.resolve("hostkey"), behaviour);
        return sessions.open(device);
    }

    /** Takes the command that switches paging off, then goes on as the test says. */
    private static ScriptedDevice.Behaviour afterGreeting(ScriptedDevice.Behaviour rest) {
        return terminal -> {
            terminal.print("Harbour office. Say [yes] or [no] to the watch.\r\n" + PROMPT);
            terminal.readLine();
            terminal.print(PROMPT);
            rest.serve(terminal);
        };
    }

    @Test
    void aLineOfTheAnswerThatLooksLikeAPromptIsPartOfTheAnswer() throws Exception {
        try (DeviceSession session = open(afterGreeting(t -> {
            t.readLine();
            t.print("interface port 1\r\n  description [spare] ");
            t.think(150);
            t.print("\r\n[spare] ");
            t.think(150);
            t.print("see the plan\r\nvlan 40\r\n" + PROMPT);
            t.readLine();
        }))) {
            assertThat(session.readRunning())
                    .isEqualTo("interface port 1\n  description [spare] \n[spare] see the plan\nvlan 40");
        }
    }

    @Test
    void aMessageBehindThePromptDoesNotHideIt() throws Exception {
        try (DeviceSession session = open(afterGreeting(t -> {
            t.readLine();
            t.print("contact pier\r\n" + PROMPT + "port 2 is down\r\n");
            // The device waits for a command, though the screen does not end in a prompt.
            t.readLine();
            t.print(PROMPT);
            t.readLine();
            t.print("vlan 40\r\n" + PROMPT);
            t.readLine();
        }))) {
            assertThat(session.read("show contact")).startsWith("contact pier").doesNotContain("vlan");
            assertThat(session.read("show vlans")).isEqualTo("vlan 40");
        }
    }

    @Test
    void anEchoThatIsFoldedAtTheWidthOfTheTerminalIsNoAnswer() throws Exception {
        String command = "show log of everything that happened at the quay since the ship left, and of the watch";
        try (DeviceSession session = open(afterGreeting(t -> {
            String line = t.readSilently();
            int width = 60;
            // At the edge the character is printed again on the next line, after a blank and a carriage return.
            t.print(line.substring(0, width) + " \r" + line.charAt(width - 1) + "\r\n" + line.substring(width));
            t.print("\r\nnothing happened\r\n" + PROMPT);
            t.readLine();
        }))) {
            assertThat(session.read(command)).isEqualTo("nothing happened");
        }
    }

    @Test
    void ofALongCommandOnlyTheTailIsEchoed() throws Exception {
        String command = "show log of everything that happened at the quay since the ship left, and of the watch";
        try (DeviceSession session = open(afterGreeting(t -> {
            String line = t.readSilently();
            t.print("\r$" + line.substring(line.length() - 30) + "\r\nnothing happened\r\n" + PROMPT);
            t.readLine();
        }))) {
            assertThat(session.read(command)).isEqualTo("nothing happened");
        }
    }

    @Test
    void aDeviceThatEchoesNothingIsUnderstood() throws Exception {
        try (DeviceSession session = open(t -> {
            t.print(PROMPT);
            while (t.readSilently() != null) {
                t.print("\r\nhostname brn-gw-a\r\n" + PROMPT);
            }
        })) {
            assertThat(session.readRunning()).isEqualTo("hostname brn-gw-a");
        }
    }

    @Test
    void colouredPromptsAndBracketedPasteAreNotPartOfTheAnswer() throws Exception {
        try (DeviceSession session = open(t -> {
            t.print("\u001b[?2004h\u001b[32m" + PROMPT + "\u001b[0m");
            t.readLine();
            t.print("\u001b[?2004l\r\u001b[?2004h\u001b[32m" + PROMPT + "\u001b[0m");
            typed.add(t.readLine());
            t.print("\u001b[?2004l\rcontact \u001b[1mpier\u001b[0m\r\n\u001b[?2004h\u001b[32m" + PROMPT + "\u001b[0m");
            t.readLine();
        })) {
            assertThat(session.read("show contact")).isEqualTo("contact pier");
        }
        assertThat(typed).containsExactly("show contact");
    }

    @Test
    void aPagerGetsOneKeyForEachPageAndNothingIsTypedAhead() throws Exception {
        List<Integer> keys = Collections.synchronizedList(new ArrayList<>());
        List<Boolean> ahead = Collections.synchronizedList(new ArrayList<>());
        try (DeviceSession session = open(afterGreeting(t -> {
            t.readLine();
            for (int page = 1; page <= 5; page++) {
                t.print("line " + page + "\r\n");
                t.think(60);
                ahead.add(t.hasKeys());
                t.print("-- " + page + " of 6 lines; space for more --");
                keys.add(t.readKey());
                t.print("\r                                        \r");
            }
            t.print("line 6\r\n" + PROMPT);
            typed.add(t.readLine());
            t.print("up\r\n" + PROMPT);
            t.readLine();
        }))) {
            assertThat(session.read("show log").lines().filter(l -> l.startsWith("line ")))
                    .hasSize(6);
            assertThat(session.read("show state")).isEqualTo("up");
        }
        assertThat(keys).containsOnly((int) ' ').hasSize(5);
        assertThat(ahead).containsOnly(false);
        assertThat(typed).containsExactly("show state");
    }

    @Test
    void aCommandThatNeverEndsIsBrokenOffAndTheSessionGoesOn() throws Exception {
        try (DeviceSession session = open(afterGreeting(t -> {
            t.readLine();
            while (!t.hasKeys()) {
                t.print("answer from 10.77.0.1\r\n");
                t.think(20);
            }
            typed.add(Integer.toString(t.readKey()));
            t.print("^C\r\nbroken off\r\n" + PROMPT);
            t.readLine();
            t.print("up\r\n" + PROMPT);
            t.readLine();
        }))) {
            DeviceException e = catchThrowableOfType(DeviceException.class, () -> session.read("ping 10.77.0.1"));
            assertThat(e.reason()).isEqualTo(Reason.TIMED_OUT);
            assertThat(session.read("show state")).isEqualTo("up");
        }
        assertThat(typed).containsExactly("3");
    }

    @Test
    void pagesWithoutAnEndAreGivenUp() throws Exception {
        String page = ("x".repeat(78) + "\r\n").repeat(4_000);
        try (DeviceSession session = open(afterGreeting(t -> {
            t.readLine();
            do {
                t.print(page + "-- 1 of 2 lines; space for more --");
            } while (t.readKey() >= 0);
        }))) {
            DeviceException e = catchThrowableOfType(DeviceException.class, session::readRunning);
            assertThat(e.reason()).isEqualTo(Reason.TRANSFER_FAILED);
            assertThat(e).hasMessage("brn-gw-a shows pages without an end.");
        }
    }

    @Test
    void aConfigurationOfTwoHundredThousandLinesIsReadWhole() throws Exception {
        StringBuilder configuration = new StringBuilder();
        for (int i = 0; i < 200_000; i++) {
            configuration
                    .append("route 10.")
                    .append(i >> 16)
                    .append('.')
                    .append(i >> 8 & 255)
                    .append('.')
                    .append(i & 255);
            configuration.append("/32 via 10.77.0.1\r\n");
        }
        try (DeviceSession session = open(afterGreeting(t -> {
            t.readLine();
            t.print(configuration + PROMPT);
            t.readLine();
        }))) {
            assertThat(session.readRunning().lines().count()).isEqualTo(200_000);
        }
    }
}
