package io.safestep.app.audit;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.record.RecordedAct;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What a page shows of the record and what a file tells of it are the same choice, asked in two ways. */
class RecordChoiceTest extends SafeStepTest {

    private static final int TRIES = 150;
    private static final int MOST = 100_000;

    @Autowired
    private RecordReading reading;

    private List<RecordedAct> all(RecordChoice choice, boolean chosen) {
        List<RecordedAct> all = new ArrayList<>();
        List<RecordReading.Stored> stretch = reading.stretch(0, choice);
        while (!stretch.isEmpty()) {
            stretch.stream()
                    .filter(s -> s.chosen() || !chosen)
                    .map(RecordReading.Stored::act)
                    .forEach(all::add);
            stretch = reading.stretch(stretch.get(stretch.size() - 1).act().number(), choice);
        }
        return all;
    }

    private static @Nullable String word(Random random, String text) {
        if (text.isEmpty()) {
            return null;
        }
        int from = random.nextInt(text.length());
        String part = text.substring(from, Math.min(text.length(), from + 1 + random.nextInt(12)));
        return random.nextBoolean() ? part : part.toUpperCase(Locale.ROOT);
    }

    /** Made from entries that there are, so that it chooses something more often than not. */
    private static RecordChoice choice(Random random, List<RecordedAct> acts) {
        RecordedAct one = acts.get(random.nextInt(acts.size()));
        RecordedAct other = acts.get(random.nextInt(acts.size()));
        Set<String> subjects = new HashSet<>();
        if (random.nextInt(3) == 0) {
            subjects.add(one.subject());
            subjects.add(other.subject());
        }
        Instant from = random.nextInt(3) == 0 ? other.at() : null;
        return new RecordChoice(
                random.nextInt(3) == 0 ? one.person() : null,
                subjects,
                random.nextInt(3) == 0 ? one.action() : null,
                from,
                random.nextInt(3) == 0 ? one.at() : null,
                random.nextInt(3) == 0 ? word(random, one.detail()) : null);
    }

    @Test
    void thePageAndTheFileChooseTheSame() {
        List<RecordedAct> acts = all(RecordChoice.ALL, false);
        assertThat(acts).hasSizeGreaterThan(20);
        long last = acts.get(acts.size() - 1).number();
        int found = 0;
        for (int seed = 0; seed < TRIES; seed++) {
            RecordChoice choice = choice(new Random(seed), acts);
            List<Long> page = reading.chosen(choice, last + 1, MOST).stream()
                    .map(RecordedAct::number)
                    .sorted()
                    .toList();
            List<Long> file = all(choice, true).stream()
                    .map(RecordedAct::number)
                    .filter(n -> n <= last)
                    .toList();
            assertThat(page).as("seed %d, %s", seed, choice).isEqualTo(file);
            found += page.isEmpty() ? 0 : 1;
        }
        assertThat(found).as("choices that chose something").isGreaterThan(TRIES / 3);
    }

    @Test
    void signsOfPatternsAreLettersLikeOthers() {
        for (String sign : List.of("%", "_", "\\", "a%b", "\\_")) {
            RecordChoice choice = new RecordChoice(null, Set.of(), null, null, null, sign);
            assertThat(reading.chosen(choice, Long.MAX_VALUE, MOST))
                    .as(sign)
                    .allSatisfy(a ->
                            assertThat(a.detail() + a.subject() + a.action()).contains(sign));
        }
    }

    @Test
    void aChoiceIsSaidInWords() {
        assertThat(RecordChoice.ALL.inWords()).isEmpty();
        assertThat(RecordChoice.ALL.isAll()).isTrue();
        RecordChoice choice = new RecordChoice(
                "roake",
                Set.of("d", "b", "a", "c", "e"),
                "drafted",
                Instant.parse("2026-11-01T03:00:00Z"),
                Instant.parse("2026-12-01T04:00:00Z"),
                "cameras");
        assertThat(choice.isAll()).isFalse();
        assertThat(choice.inWords())
                .isEqualTo("by roake, about a, b, c and 2 more, what was done: drafted, from 2026-11-01T03:00:00Z,"
                        + " before 2026-12-01T04:00:00Z, with \"cameras\"");
    }
}
