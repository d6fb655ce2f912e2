package io.safestep.core.next;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.next.FirstChange.Facts;
import io.safestep.core.next.FirstChange.Item;
import io.safestep.core.next.FirstChange.Need;
import io.safestep.core.people.Right;
import io.safestep.core.people.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class FirstChangeTest {

    private static final Set<Right> ADMINISTRATOR = Role.rights(List.of(Role.ADMINISTRATOR));
    private static final Set<Right> ENGINEER = Role.rights(List.of(Role.ENGINEER));
    private static final Set<Right> APPROVER = Role.rights(List.of(Role.APPROVER));
    private static final Set<Right> BOTH = Role.rights(List.of(Role.ENGINEER, Role.APPROVER));

    private static Facts with(List<Set<Right>> people) {
        return new Facts(true, true, true, true, true, true, true, people);
    }

    private static Map<Need, Item> items(Facts facts) {
        return FirstChange.of(facts).stream().collect(Collectors.toMap(Item::need, Function.identity()));
    }

    @Test
    void afterTheFirstAdministratorEverythingIsStillMissing() {
        List<Item> items =
                FirstChange.of(new Facts(false, false, false, false, false, false, false, List.of(ADMINISTRATOR)));

        assertThat(items).extracting(Item::need).containsExactly(Need.values());
        assertThat(items)
                .extracting(Item::standing)
                .containsExactly(
                        Standing.NOT_YET,
                        Standing.NONE,
                        Standing.NOT_YET,
                        Standing.BLOCKED,
                        Standing.BLOCKED,
                        Standing.NOT_YET,
                        Standing.NOT_YET);
        assertThat(FirstChange.isReady(items)).isFalse();
    }

    @Test
    void mailCanWait() {
        List<Item> items =
                FirstChange.of(new Facts(true, false, true, true, true, true, true, List.of(ENGINEER, APPROVER)));
        assertThat(FirstChange.isReady(items)).isTrue();
    }

    @Test
    void twoPeopleAreNeededOfWhomOneWritesAndAnotherDecides() {
        assertThat(sentence(List.of())).contains("engineer or a change manager, and an approver");
        assertThat(sentence(List.of(APPROVER))).startsWith("Add an engineer or a change manager.");
        assertThat(sentence(List.of(ENGINEER, ADMINISTRATOR))).startsWith("Add an approver.");
        assertThat(sentence(List.of(BOTH))).startsWith("One person can do both, and never approves their own");
        for (List<Set<Right>> enough : List.of(
                List.of(ENGINEER, APPROVER), List.of(BOTH, BOTH), List.of(BOTH, ENGINEER), List.of(BOTH, APPROVER))) {
            assertThat(items(with(enough)).get(Need.PEOPLE).standing())
                    .as("%s", enough)
                    .isEqualTo(Standing.DONE);
        }
    }

    private static String sentence(List<Set<Right>> people) {
        Item item = items(with(people)).get(Need.PEOPLE);
        assertThat(item.standing()).as("%s", people).isEqualTo(Standing.NOT_YET);
        return item.sentence();
    }

    @Test
    void devicesThatAreOnlyObservedAreNotChanged() {
        Facts observed = new Facts(true, true, true, true, false, false, true, List.of());
        assertThat(items(observed).get(Need.BACKUP).sentence()).startsWith("All are observed");
        Facts managed = new Facts(true, true, true, true, true, false, true, List.of());
        assertThat(items(managed).get(Need.BACKUP).sentence()).startsWith("Back one up");
    }

    /** Whatever there is: each need is told once, and it is ready only when nothing but mail is missing. */
    @Test
    void readyMeansThatNothingButMailIsMissing() {
        Random random = new Random(30);
        for (int i = 0; i < 500; i++) {
            List<Set<Right>> people = new ArrayList<>();
            for (int n = random.nextInt(4); n > 0; n--) {
                people.add(List.of(ADMINISTRATOR, ENGINEER, APPROVER, BOTH).get(random.nextInt(4)));
            }
            Facts facts = new Facts(
                    random.nextInt(4) > 0,
                    random.nextBoolean(),
                    random.nextInt(4) > 0,
                    random.nextInt(4) > 0,
                    random.nextInt(4) > 0,
                    random.nextInt(4) > 0,
                    random.nextInt(4) > 0,
                    people);
            Map<Need, Item> items = items(facts);
            boolean ready = FirstChange.isReady(FirstChange.of(facts));
            boolean all = items.values().stream()
                    .filter(item -> item.need() != Need.MAIL)
                    .allMatch(item -> item.standing() == Standing.DONE);
            assertThat(ready).as("%s", facts).isEqualTo(all);
            if (ready) {
                assertThat(facts.named() && facts.backedUp() && facts.window() && people.size() > 1)
                        .as("%s", facts)
                        .isTrue();
            }
        }
    }
}
