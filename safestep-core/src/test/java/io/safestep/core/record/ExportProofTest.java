package io.safestep.core.record;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class ExportProofTest {

    private static IntStream seeds() {
        return IntStream.range(0, 60);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aFileProvesWhateverOfItIsTold(int seed) {
        Random random = new Random(seed);
        List<RecordedAct> acts = Records.acts(random, 1 + random.nextInt(20));
        int first = random.nextInt(acts.size());
        List<RecordedAct> stretch = acts.subList(first, acts.size());
        List<Long> told = stretch.stream()
                .map(RecordedAct::number)
                .filter(n -> random.nextInt(3) > 0)
                .toList();

        String file = Records.file(Records.head(acts.subList(0, first)), stretch, told);

        ExportVerdict alone = Records.proof(file);
        assertThat(alone.wrong()).as("seed %d", seed).isEmpty();
        assertThat(alone.proven()).isTrue();
        assertThat(alone.told())
                .anySatisfy(s -> assertThat(s).contains("entries " + (first + 1) + " to " + acts.size() + "."))
                .anySatisfy(s -> assertThat(s).startsWith("No part of it was altered."));
        ExportVerdict withHead = Records.proof(file, Records.head(acts));
        assertThat(withHead.proven()).isTrue();
        assertThat(withHead.told()).contains("It is the record that was written: 1 head that was kept elsewhere fits.");
    }

    @ParameterizedTest(name = "seed {0}")
    @ValueSource(ints = {1, 2, 3})
    void everySingleByteCounts(int seed) {
        Random random = new Random(seed);
        List<RecordedAct> acts = Records.acts(random, 5);
        byte[] file = Records.file(RecordHead.START, acts, List.of(1L, 2L, 5L)).getBytes(StandardCharsets.UTF_8);
        // The very last byte is the line feed that ends the file: lines are looked at without it.
        for (int at = 0; at < file.length - 1; at++) {
            byte before = file[at];
            file[at] = (byte) (before ^ (1 << random.nextInt(7)));
            assertThat(Records.proof(file).proven())
                    .as("byte %d was %d and is %d", at, before, file[at])
                    .isFalse();
            file[at] = before;
        }
        assertThat(Records.proof(file).proven()).isTrue();
    }

    @Test
    void noLineIsLeftOutDoubledOrMoved() {
        List<RecordedAct> acts = Records.acts(new Random(4), 6);
        List<String> lines = List.of(
                Records.file(RecordHead.START, acts, List.of(1L, 2L, 4L, 6L)).split("\n"));
        for (int at = 0; at < lines.size(); at++) {
            List<String> without = new ArrayList<>(lines);
            without.remove(at);
            assertThat(proven(without)).as("line %d is missing", at + 1).isFalse();
            List<String> twice = new ArrayList<>(lines);
            twice.add(at, lines.get(at));
            assertThat(proven(twice)).as("line %d stands twice", at + 1).isFalse();
            if (at > 0) {
                List<String> moved = new ArrayList<>(lines);
                Collections.swap(moved, at - 1, at);
                assertThat(proven(moved))
                        .as("lines %d and %d changed places", at, at + 1)
                        .isFalse();
            }
        }
    }

    private static boolean proven(List<String> lines) {
        return Records.proof(lines.stream().collect(Collectors.joining("\n", "", "\n")))
                .proven();
    }

    @Test
    void aRecordThatWasWrittenAnewIsFoundByAHeadThatWasKept() {
        List<RecordedAct> acts = Records.acts(new Random(5), 10);
        RecordHead kept = Records.head(acts.subList(0, 7));
        List<RecordedAct> forged = new ArrayList<>(acts);
        RecordedAct third = acts.get(2);
        forged.set(
                2,
                new RecordedAct(
                        third.number(),
                        third.at(),
                        "nobody",
                        third.subject(),
                        third.action(),
                        third.detail(),
                        third.token(),
                        third.salt()));
        String file = Records.file(forged);

        assertThat(Records.proof(file).proven()).as("a file alone cannot tell").isTrue();
        assertThat(Records.proof(file, kept).wrong())
                .containsExactly(
                        "Entry 7 is not the one whose hash was kept outside: the record was written anew before it.");
    }

    @Test
    void anAlteredEntryIsNamed() {
        List<RecordedAct> acts = Records.acts(new Random(6), 4);
        String file = Records.file(acts)
                .replace("\"number\":3,\"at\":\"" + acts.get(2).at(), "\"number\":3,\"at\":\"2026-01-01T00:00:00Z");
        assertThat(Records.proof(file).wrong()).containsExactly("Entry 3 is not as it was written.");
    }

    @Test
    void headsOfLaterEntriesAreSaidToBeLater() {
        List<RecordedAct> acts = Records.acts(new Random(7), 9);
        String early = Records.file(acts.subList(0, 5));
        ExportVerdict verdict = Records.proof(early, Records.head(acts.subList(0, 3)), Records.head(acts));
        assertThat(verdict.proven()).isTrue();
        assertThat(verdict.told())
                .anySatisfy(
                        s -> assertThat(s)
                                .contains(
                                        "1 head that was kept elsewhere fits. The heads that were kept go on to later entries"));
        assertThat(Records.proof(early, Records.head(acts)).told())
                .contains("No head that was kept is one of its entries, so that they prove nothing about it.");
    }

    @Test
    void whatIsNotToldIsCounted() {
        List<RecordedAct> acts = Records.acts(new Random(8), 5);
        assertThat(Records.proof(Records.file(RecordHead.START, acts, List.of(2L)))
                        .told())
                .anySatisfy(s -> assertThat(s).startsWith("4 entries are not told."))
                .contains("Chosen: entries by chance.");
    }

    @Test
    void anEmptyRecordIsARecord() {
        ExportVerdict verdict = Records.proof(Records.file(List.of()));
        assertThat(verdict.proven()).isTrue();
        assertThat(verdict.told()).anySatisfy(s -> assertThat(s).endsWith("entries 1 to 0."));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "hello\n",
                "{}\n",
                "[1,2]\n",
                "null\n",
                "{\"form\":1}\n",
                "{\"form\":\"1\"}\n",
                "{\"record\":\"a\",\"form\":1,\"madeAt\":\"yesterday\",\"madeBy\":\"b\",\"choice\":\"\",\"after\":0,\"afterHash\":\"00\"}\n"
            })
    void whatIsNoRecordIsSaidToBeNone(String file) {
        assertThat(Records.proof(file).wrong()).containsExactly("Line 1 is none that Safe Step writes.");
    }

    @Test
    void filesThatAreEmptyCutOrFromLaterAreNamed() {
        String file = Records.file(Records.acts(new Random(9), 3));
        assertThat(Records.proof("").wrong()).containsExactly("The file is empty.");
        assertThat(Records.proof(file.substring(0, file.lastIndexOf("{\"last\"")))
                        .wrong())
                .containsExactly("The file has no last line: its end was cut off.");
        ExportProof unended = new ExportProof(List.of());
        file.strip().lines().limit(4).forEach(unended::line);
        unended.rest();
        assertThat(unended.end().wrong())
                .containsExactly("The last line is not ended: the end of the file was cut off.");
        assertThat(Records.proof(file + "\n").wrong())
                .containsExactly("Line 6 stands after the one that ends the file.");
        assertThat(Records.proof(file.replaceFirst("\"form\":1", "\"form\":2")).wrong())
                .containsExactly("The file has form 2, and this Safe Step knows form 1 only. Take a newer one.");
        assertThat(Records.proof(file.replaceFirst("\"afterHash\":\"0", "\"afterHash\":\"1"))
                        .proven())
                .isFalse();
    }

    @Test
    void saltsKeepWhatIsNotToldFromBeingGuessed() {
        RecordedAct one = Records.acts(new Random(10), 1).get(0);
        RecordedAct same = new RecordedAct(
                one.number(),
                one.at(),
                one.person(),
                one.subject(),
                one.action(),
                one.detail(),
                one.token(),
                "0".repeat(32));
        assertThat(one.contents()).isNotEqualTo(same.contents());
        assertThat(Records.file(RecordHead.START, List.of(one), List.of()))
                .as("the salt of an entry that is not told")
                .doesNotContain(one.salt());
    }

    @Test
    void theWayOfTheNumbersIsTheWholeOrder() {
        List<RecordedAct> acts = Records.acts(new Random(11), 30);
        List<Long> even =
                LongStream.rangeClosed(1, 30).filter(n -> n % 2 == 0).boxed().toList();
        assertThat(Records.proof(Records.file(RecordHead.START, acts, even)).proven())
                .isTrue();
    }
}
