package io.safestep.drivers.cli;

import static io.safestep.drivers.cli.AwkwardSession.PROMPT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.platform.PlatformProfile;
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
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What may stand between the connection and the first prompt. */
class AwkwardLogInTest {

    @TempDir
    Path folder;

    private final AwkwardSession sessions = new AwkwardSession(10);
    private ScriptedDevice device;

    @AfterEach
    void stop() throws Exception {
        sessions.close();
        device.close();
    }

    private static final ScriptedDevice.Behaviour PLAIN = terminal -> {
        terminal.print(PROMPT);
        while (terminal.readLine() != null) {
            terminal.print("hostname brn-gw-a\r\n" + PROMPT);
        }
    };

    @ParameterizedTest
    @CsvSource({"RSA, 2048, ssh-rsa", "EC, 256, ecdsa-sha2-nistp256", "EdDSA, 256, ssh-ed25519"})
    void oneKindOfHostKeyIsEnough(String algorithm, int bits, String shown) throws Exception {
        device = new ScriptedDevice(folder.resolve("key"), algorithm, bits, PLAIN);
        try (DeviceSession session = sessions.open(device)) {
            assertThat(session.hostKey()).startsWith(shown + " ");
            assertThat(session.readRunning()).isEqualTo("hostname brn-gw-a");
        }
    }

    @Test
    void aPasswordIsGivenAsTheAnswerToAQuestion() throws Exception {
        device = new ScriptedDevice(folder.resolve("key"), PLAIN);
        device.askForPassword();
        try (DeviceSession session = sessions.open(device)) {
            assertThat(session.readRunning()).isEqualTo("hostname brn-gw-a");
        }
    }

    @Test
    void aShellThatNeedsSecondsIsWaitedFor() throws Exception {
        device = new ScriptedDevice(folder.resolve("key"), terminal -> {
            terminal.think(2_500);
            PLAIN.serve(terminal);
        });
        try (DeviceSession session = sessions.open(device)) {
            assertThat(session.readRunning()).isEqualTo("hostname brn-gw-a");
        }
    }

    @Test
    void aPageBeforeThePromptGetsItsKey() throws Exception {
        List<Integer> keys = Collections.synchronizedList(new ArrayList<>());
        device = new ScriptedDevice(folder.resolve("key"), terminal -> {
            terminal.print("Rules of the harbour:\r\n[1] be careful\r\nPress q when you have read this: ");
            keys.add(terminal.readKey());
            terminal.print("\r\n");
            PLAIN.serve(terminal);
        });
        PlatformProfile profile =
                AwkwardSession.profileWith("loginPages: [{ shows: 'when you have read this: $', keys: q }]");
        try (DeviceSession session = sessions.open(device, profile)) {
            assertThat(session.readRunning()).isEqualTo("hostname brn-gw-a");
        }
        assertThat(keys).containsExactly((int) 'q');
    }

    @Test
    void aDeviceThatSwapsItsKeyInMidSessionIsLeftAtOnce() throws Exception {
        device = new ScriptedDevice(folder.resolve("key"), PLAIN);
        try (DeviceSession session = sessions.open(device)) {
            session.readRunning();
            device.swapHostKey(folder.resolve("other"));
            DeviceException e = null;
            for (int i = 0; i < 200 && e == null; i++) {
                e = catchThrowableOfType(DeviceException.class, session::readRunning);
            }
            assertThat(e).isNotNull();
            assertThat(e.reason()).isEqualTo(Reason.HOST_KEY_CHANGED);
            assertThat(e).hasMessageContaining("another host key in the middle of the session");
        }
    }

    @Test
    void aPromptPatternThatNeverEndsIsRefused() throws Exception {
        device = new ScriptedDevice(folder.resolve("key"), terminal -> {
            terminal.print("a".repeat(60) + "!\r\n" + PROMPT + "!");
            terminal.readLine();
        });
        PlatformProfile profile = AwkwardSession.profile(
                "prompt: '(?:^|\\n)\\[[a-z0-9-]+(?: @ [^\\]\\n]*)?\\] $'", "prompt: '(.*a){12}b'");
        DeviceException e = catchThrowableOfType(DeviceException.class, () -> sessions.open(device, profile));
        assertThat(e.reason()).isEqualTo(Reason.PROMPT_NOT_RECOGNISED);
        assertThat(e).hasMessageContaining("does not come to an end");
    }
}
