package io.safestep.core.record;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class ChainProofTest {

    private record Stored(RecordedAct act, String hash) {}

    private static IntStream seeds() {
        return IntStream.range(0, 100);
    }

    private static List<Stored> stored(Random random, int count) {
        List<Stored> all = new ArrayList<>();
        RecordHead head = RecordHead.START;
        for (RecordedAct act : Records.acts(random, count)) {
            head = head.then(act);
            all.add(new Stored(act, head.hash()));
        }
        return all;
    }

    private static ChainProof along(List<Stored> all, RecordHead... kept) {
        ChainProof proof = new ChainProof(RecordHead.START, List.of(kept));
        all.forEach(s -> proof.act(s.act(), s.hash()));
        return proof;
    }

    private static RecordHead head(Stored one) {
        return new RecordHead(one.act().number(), one.hash());
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void oneThingThatIsDoneToItIsFoundWhereItWasDone(int seed) {
        Random random = new Random(seed);
        int count = 2 + random.nextInt(30);
        List<Stored> all = stored(random, count);
        assertThat(along(all, head(all.get(count - 1))).end()).isEmpty();

        int at = random.nextInt(count);
        Stored one = all.get(at);
        switch (random.nextInt(3)) {
            case 0 -> {
                all.set(at, new Stored(one.act(), "f".repeat(64)));
                assertThat(along(all).end()).contains(new Break(Break.Kind.ALTERED, at + 1));
            }
            case 1 -> {
                RecordedAct was = one.act();
                all.set(
                        at,
                        new Stored(
                                new RecordedAct(
                                        was.number(),
                                        was.at(),
                                        was.person(),
                                        was.subject(),
                                        was.action(),
                                        was.detail() + "!",
                                        was.token(),
                                        was.salt()),
                                one.hash()));
                assertThat(along(all).end()).contains(new Break(Break.Kind.ALTERED, at + 1));
            }
            default -> {
                all.remove(at);
                if (at == count - 1) {
                    assertThat(along(all).end())
                            .as("a chain alone cannot tell that its end is missing")
                            .isEmpty();
                    assertThat(along(all, head(one)).end()).contains(new Break(Break.Kind.CUT, count));
                } else {
                    assertThat(along(all).end()).contains(new Break(Break.Kind.MISSING, at + 1));
                }
            }
        }
    }

    @Test
    void whatEndsBeforeAKeptHeadWasCut() {
        List<Stored> all = stored(new Random(1), 8);
        ChainProof cut = along(all.subList(0, 5), head(all.get(2)), head(all.get(7)), head(all.get(6)));
        assertThat(cut.broken()).as("as long as more may come").isEmpty();
        assertThat(cut.met()).isEqualTo(1);
        assertThat(cut.end()).contains(new Break(Break.Kind.CUT, 7));
        assertThat(new Break(Break.Kind.CUT, 7).sentence()).contains("before entry 7");
    }

    @Test
    void aRecordWithoutEntriesIsCutWhenAHeadWasKept() {
        assertThat(along(List.of()).end()).isEmpty();
        List<Stored> all = stored(new Random(2), 1);
        assertThat(along(List.of(), head(all.get(0))).end()).contains(new Break(Break.Kind.CUT, 1));
    }

    @Test
    void twoHashesForOneEntryCannotBothBeRight() {
        List<Stored> all = stored(new Random(3), 4);
        assertThat(along(all, head(all.get(1)), new RecordHead(2, "a".repeat(64)))
                        .end())
                .contains(new Break(Break.Kind.REPLACED, 2));
        assertThat(along(all, head(all.get(1)), head(all.get(1))).end()).isEmpty();
    }

    @Test
    void theFirstThingThatIsWrongIsTold() {
        List<Stored> all = stored(new Random(4), 9);
        all.remove(6);
        all.set(3, new Stored(all.get(3).act(), "0".repeat(64)));
        ChainProof proof = along(all);
        assertThat(proof.end()).contains(new Break(Break.Kind.ALTERED, 4));
        assertThat(new Break(Break.Kind.MISSING, 7).sentence()).isEqualTo("Entry 7 is missing.");
    }

    @Test
    void headsAreReadAsTheyAreWritten() {
        RecordHead head = new RecordHead(1204, "0123456789abcdef".repeat(4));
        assertThat(RecordHead.read(head.written())).contains(head);
        assertThat(RecordHead.read("  " + head.written() + " 2026-12-02T03:00:00Z"))
                .contains(head);
        assertThat(RecordHead.read("1204:" + head.hash().toUpperCase(java.util.Locale.ROOT)))
                .contains(head);
        assertThat(RecordHead.read("1204 " + head.hash() + "0")).isEmpty();
        assertThat(RecordHead.read("head")).isEmpty();
        assertThat(RecordHead.read("")).isEmpty();
        assertThat(RecordHead.read("9999999999999999999 " + head.hash())).isEmpty();
    }
}
