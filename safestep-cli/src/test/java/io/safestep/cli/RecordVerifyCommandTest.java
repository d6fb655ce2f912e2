package io.safestep.cli;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.record.ExportLines;
import io.safestep.core.record.RecordHead;
import io.safestep.core.record.RecordedAct;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Exported records on the command line. */
class RecordVerifyCommandTest {

    @TempDir
    Path folder;

    private final List<RecordHead> heads = new ArrayList<>();
    private Path file;

    @BeforeEach
    void export() throws IOException {
        ExportLines lines = new ExportLines(RecordHead.START);
        StringBuilder text = new StringBuilder(
                lines.begin("Merrow Sound Ferries", Instant.parse("2026-12-02T03:00:00Z"), "jvane", ""));
        RecordHead head = RecordHead.START;
        for (int number = 1; number <= 4; number++) {
            RecordedAct act = new RecordedAct(
                    number,
                    Instant.parse("2026-12-01T12:00:00Z").plusSeconds(number),
                    "dfennimore",
                    "CR-100" + number,
                    "approved",
                    "Seal " + number + " at Ålder quay.",
                    null,
                    "%032d".formatted(number));
            head = head.then(act);
            heads.add(head);
            text.append(lines.act(act));
        }
        text.append(lines.end());
        file = Files.writeString(folder.resolve("record.jsonl"), text);
    }

    private CommandRun verify(String... arguments) {
        List<String> all = new ArrayList<>(List.of("record", "verify"));
        all.addAll(List.of(arguments));
        return CommandRun.of(SafeStepCommand.commandLine(), all.toArray(String[]::new));
    }

    @Test
    void aFileAsItWasWrittenIsProven() {
        CommandRun run = verify(file.toString());
        assertThat(run.exit()).as(run.err()).isZero();
        assertThat(run.out())
                .contains("The record of Merrow Sound Ferries")
                .contains("entries 1 to 4.")
                .contains("It ends with the head " + heads.get(3).written())
                .contains("a head that was kept elsewhere: give one.")
                .contains("PROVEN. No entry was altered");
    }

    @Test
    void oneByteThatIsAnotherIsFound() throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        // Some of them: that each counts is tried where the proof is, without a command line around it.
        for (int at = 3; at < bytes.length; at += 97) {
            bytes[at] ^= 1;
            Files.write(file, bytes);
            CommandRun run = verify(file.toString());
            assertThat(run.exit()).as("byte %d: %s", at, run.out()).isEqualTo(3);
            assertThat(run.out()).contains("NOT PROVEN. ");
            bytes[at] ^= 1;
        }
    }

    @Test
    void headsFromAMailOrAFileAreCompared() throws IOException {
        CommandRun fits = verify(
                file.toString(),
                "--head",
                heads.get(1).number() + ":" + heads.get(1).hash());
        assertThat(fits.out()).contains("It is the record that was written: 1 head that was kept elsewhere fits.");

        Path kept = Files.writeString(
                folder.resolve("heads.txt"),
                heads.get(0).written() + " 2026-12-01T12:00:01Z\n"
                        + heads.get(2).written() + " 2026-12-01T12:00:03Z\n");
        assertThat(verify(file.toString(), "--heads", kept.toString()).out())
                .contains("2 heads that were kept elsewhere fit.");

        CommandRun anew = verify(file.toString(), "--head", "2:" + "ab".repeat(32));
        assertThat(anew.exit()).isEqualTo(3);
        assertThat(anew.out()).contains("NOT PROVEN. Entry 2 is not the one whose hash was kept outside");
    }

    @Test
    void whatIsNoFileOrNoHeadIsSaid() throws IOException {
        CommandRun none = verify(folder.resolve("none.jsonl").toString());
        assertThat(none.exit()).isEqualTo(1);
        assertThat(none.err()).contains("There is no file");
        assertThat(verify(file.toString(), "--head", "yesterday").err()).contains("--head is the number of an entry");
        Path empty = Files.writeString(folder.resolve("empty.txt"), "nothing\n");
        assertThat(verify(file.toString(), "--heads", empty.toString()).err()).contains("holds no head");
        assertThat(verify(folder.toString()).exit()).isEqualTo(1);
        assertThat(CommandRun.of(SafeStepCommand.commandLine(), "record").exit())
                .isEqualTo(2);
        Path text = Files.writeString(folder.resolve("text.txt"), "Dear all\n");
        assertThat(verify(text.toString()).exit()).isEqualTo(3);
        assertThat(verify(text.toString()).out()).contains("Line 1 is none that Safe Step writes.");
        Path bytes = Files.write(folder.resolve("bytes"), new byte[] {(byte) 0xff, (byte) 0xfe, 10});
        assertThat(verify(bytes.toString()).out()).contains("no text in UTF-8");
    }
}
