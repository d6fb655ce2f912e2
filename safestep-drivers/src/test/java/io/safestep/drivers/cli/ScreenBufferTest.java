package io.safestep.drivers.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;

class ScreenBufferTest {

    private final ScreenBuffer screen = new ScreenBuffer();

    private void print(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        screen.write(bytes, 0, bytes.length);
    }

    @Test
    void lineEndsBecomeLineFeeds() {
        print("one\r\ntwo\r\n");
        assertThat(screen.from(0)).isEqualTo("one\ntwo\n");
    }

    @Test
    void aCarriageReturnWipesTheLineBeforeIt() {
        print("-- 24 of 60 lines; space for more --\r      \rinterface port 1\r\n");
        assertThat(screen.from(0)).isEqualTo("interface port 1\n");
    }

    @Test
    void controlSequencesOfATerminalAreTakenOut() {
        print("\u001b[2J\u001b[1;31mdown\u001b[0m\u001b[?25h\n");
        assertThat(screen.from(0)).isEqualTo("down\n");
    }

    @Test
    void aCharacterThatComesInTwoPacketsIsOneCharacter() {
        byte[] bytes = "Brün – ü".getBytes(StandardCharsets.UTF_8);
        for (byte b : bytes) {
            screen.write(b);
        }
        assertThat(screen.from(0)).isEqualTo("Brün – ü");
    }

    @Test
    void awaitingEndsWhenTheTextIsThere() throws Exception {
        CompletableFuture<Void> later = CompletableFuture.runAsync(() -> print("[brn-gw-a] "));
        assertThat(screen.await(() -> screen.from(0).endsWith("] "), Duration.ofSeconds(20)))
                .isEqualTo(ScreenBuffer.Outcome.FOUND);
        later.get();
    }

    @Test
    void awaitingEndsAtTheLimitAndWhenTheDeviceIsGone() throws Exception {
        assertThat(screen.await(() -> false, Duration.ofMillis(20))).isEqualTo(ScreenBuffer.Outcome.QUIET);
        screen.close();
        assertThat(screen.await(() -> false, Duration.ofSeconds(20))).isEqualTo(ScreenBuffer.Outcome.CLOSED);
    }

    @Test
    void anEndlessOutputIsCutOff() throws Exception {
        byte[] megabyte = "x".repeat(1024 * 1024).getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < 65; i++) {
            screen.write(megabyte, 0, megabyte.length);
        }
        assertThat(screen.await(() -> false, Duration.ofSeconds(20))).isEqualTo(ScreenBuffer.Outcome.OVERFLOW);
    }

    @Test
    void clearingForgetsWhatWasPrinted() {
        print("old");
        screen.clear();
        print("new");
        assertThat(screen.from(0)).isEqualTo("new");
    }
}
