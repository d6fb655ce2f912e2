package io.safestep.core.record;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Random;

/** Records that are made by chance, and files of them. */
final class Records {

    private static final List<String> WORDS = List.of(
            "approved",
            "CR-1001",
            "brn-gw-a",
            "\"said\"",
            "back\\slash",
            "Ærø",
            "line\nfeed",
            "",
            "🛥",
            "10.77.40.2",
            "{}");

    private Records() {}

    static List<RecordedAct> acts(Random random, int count) {
        return acts(random, count, 0);
    }

    /** @param before how many there are before them */
    static List<RecordedAct> acts(Random random, int count, long before) {
        List<RecordedAct> acts = new ArrayList<>();
        for (int i = 1; i <= count; i++) {
            acts.add(new RecordedAct(
                    before + i,
                    Instant.ofEpochMilli(1_800_000_000_000L + random.nextInt(1_000_000_000)),
                    word(random),
                    word(random),
                    word(random),
                    word(random) + " " + word(random),
                    random.nextInt(4) == 0 ? random.nextLong(1, 100) : null,
                    "%032x".formatted(random.nextLong() >>> 1)));
        }
        return acts;
    }

    static String word(Random random) {
        return WORDS.get(random.nextInt(WORDS.size()));
    }

    static RecordHead head(Collection<RecordedAct> acts) {
        RecordHead head = RecordHead.START;
        for (RecordedAct act : acts) {
            head = head.then(act);
        }
        return head;
    }

    /** A file with all of them, of which some are told. */
    static String file(RecordHead before, List<RecordedAct> acts, Collection<Long> told) {
        ExportLines lines = new ExportLines(before);
        StringBuilder file = new StringBuilder(lines.begin(
                "Merrow Sound Ferries",
                Instant.parse("2026-12-02T03:00:00Z"),
                "jvane",
                told.size() == acts.size() ? "" : "entries by chance"));
        List<String> withheld = new ArrayList<>();
        for (RecordedAct act : acts) {
            if (told.contains(act.number())) {
                if (!withheld.isEmpty()) {
                    file.append(lines.withheld(withheld));
                    withheld = new ArrayList<>();
                }
                file.append(lines.act(act));
            } else {
                withheld.add(act.contents());
            }
        }
        if (!withheld.isEmpty()) {
            file.append(lines.withheld(withheld));
        }
        return file.append(lines.end()).toString();
    }

    static String file(List<RecordedAct> acts) {
        return file(
                RecordHead.START, acts, acts.stream().map(RecordedAct::number).toList());
    }

    static ExportVerdict proof(String file, RecordHead... kept) {
        return proof(file, Arrays.asList(kept));
    }

    static ExportVerdict proof(String file, List<RecordHead> kept) {
        ExportProof proof = new ExportProof(kept);
        if (!file.isEmpty()) {
            String[] lines = file.split("\n", -1);
            int count = lines[lines.length - 1].isEmpty() ? lines.length - 1 : lines.length;
            for (int i = 0; i < count; i++) {
                proof.line(lines[i]);
            }
        }
        return proof.end();
    }

    static ExportVerdict proof(byte[] file, RecordHead... kept) {
        return proof(new String(file, StandardCharsets.UTF_8), kept);
    }
}
