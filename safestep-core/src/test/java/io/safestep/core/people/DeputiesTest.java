package io.safestep.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.people.Deputies.Leave;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class DeputiesTest {

    private static final Instant NOW = Instant.parse("2026-12-01T12:00:00Z");

    private static Leave away(String person, String deputy) {
        return new Leave(person, NOW.minusSeconds(60), NOW.plusSeconds(60), deputy);
    }

    @Test
    void aDeputyOfADeputyActsWhenBothAreAway() {
        List<Leave> leaves = List.of(away("a", "b"), away("b", "c"));
        assertThat(Deputies.acting("a", leaves, p -> true, NOW)).contains("c");
        assertThat(Deputies.acting("b", leaves, p -> true, NOW)).contains("c");
        assertThat(Deputies.acting("c", leaves, p -> true, NOW)).contains("c");
        assertThat(Deputies.acting("a", leaves, p -> !p.equals("c"), NOW)).isEmpty();
    }

    @Test
    void whoStandInForEachOtherAreNobody() {
        assertThat(Deputies.acting("a", List.of(away("a", "b"), away("b", "a")), p -> true, NOW))
                .isEmpty();
        assertThat(Deputies.acting("a", List.of(away("a", null)), p -> true, NOW))
                .isEmpty();
    }

    @Test
    void aLeaveHoldsFromItsBeginningUntilBeforeItsEnd() {
        Leave leave = new Leave("a", NOW, NOW.plusSeconds(10), "b");
        assertThat(Deputies.acting("a", List.of(leave), p -> true, NOW.minusSeconds(1)))
                .contains("a");
        assertThat(Deputies.acting("a", List.of(leave), p -> true, NOW)).contains("b");
        assertThat(Deputies.acting("a", List.of(leave), p -> true, NOW.plusSeconds(10)))
                .contains("a");
    }

    /** Whoever it comes to is here and not away, however the deputies are chosen. */
    @Test
    void whoeverItComesToIsHere() {
        Random random = new Random(28);
        List<String> people = List.of("a", "b", "c", "d", "e");
        for (int i = 0; i < 2000; i++) {
            List<Leave> leaves = new ArrayList<>();
            for (String person : people) {
                if (random.nextBoolean()) {
                    leaves.add(away(person, random.nextInt(5) == 0 ? null : people.get(random.nextInt(5))));
                }
            }
            String gone = people.get(random.nextInt(5));
            Deputies.acting("a", leaves, p -> !p.equals(gone), NOW).ifPresent(acting -> {
                assertThat(acting).as("%s, %s gone", leaves, gone).isNotEqualTo(gone);
                assertThat(leaves)
                        .as("%s acts", acting)
                        .noneMatch(l -> l.person().equals(acting));
            });
        }
    }
}
