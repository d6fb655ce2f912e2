package io.safestep.core.alike;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.ShippedProfiles;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class UnchangedCopiesTest {

    private final UnchangedCopies copies =
            new UnchangedCopies(ShippedProfiles.corvane().language());

    private static String gateway(String description, int priority) {
        return "time-server 10.77.8.21\ninterface vlan 70\n  description " + description
                + "\n  gateway-group 70 priority " + priority + "\n";
    }

    private List<UnchangedCopies.Copy> among(Object... devicesAndLines) {
        Map<String, String> lines = new LinkedHashMap<>();
        for (int i = 0; i < devicesAndLines.length; i += 2) {
            lines.put((String) devicesAndLines[i], (String) devicesAndLines[i + 1]);
        }
        return copies.among(lines);
    }

    @Test
    void aBlockThatWasNotAdaptedIsNamedWithTheOneThatItIsACopyOf() {
        assertThat(among(
                        "a", gateway("pier-1", 120),
                        "b", gateway("pier-2", 100),
                        "c", gateway("pier-1", 100),
                        "d", gateway("pier-4", 100)))
                .containsExactly(new UnchangedCopies.Copy("c", "a", "interface vlan 70", List.of("pier-1")));
    }

    @Test
    void whatIsMeantToBeTheSameIsNoCopy() {
        assertThat(among("a", gateway("cameras", 120), "b", gateway("cameras", 100), "c", gateway("cameras", 120)))
                .as("one text for all, and priorities that alternate")
                .isEmpty();
        assertThat(among("a", gateway("pier-1", 100), "b", gateway("pier-1", 100)))
                .as("two devices tell nothing")
                .isEmpty();
    }

    @Test
    void otherBlocksAroundItDoNotHideIt() {
        assertThat(among(
                        "a",
                        gateway("pier-1", 1) + "vlan 71\n  name more\n",
                        "b",
                        gateway("pier-2", 2),
                        "c",
                        "contact pier\n" + gateway("pier-2", 2),
                        "d",
                        gateway("pier-4", 4)))
                .extracting(UnchangedCopies.Copy::device, UnchangedCopies.Copy::as)
                .containsExactly(org.assertj.core.groups.Tuple.tuple("c", "b"));
    }

    /** Of devices that all have their own values, exactly the one is found that is made a copy of another. */
    @Test
    void exactlyTheCopyIsFound() {
        for (long seed = 1; seed <= 200; seed++) {
            Random random = new Random(seed);
            int devices = 4 + random.nextInt(8);
            List<Integer> numbers = new ArrayList<>();
            for (int i = 0; i < devices; i++) {
                numbers.add(i + 1);
            }
            Collections.shuffle(numbers, random);
            Map<String, String> lines = new LinkedHashMap<>();
            for (int i = 0; i < devices; i++) {
                lines.put("device-" + i, gateway("pier-" + numbers.get(i), numbers.get(i)));
            }
            assertThat(copies.among(lines)).as("seed %d, none", seed).isEmpty();
            int original = random.nextInt(devices - 1);
            int copy = original + 1 + random.nextInt(devices - 1 - original);
            lines.put("device-" + copy, lines.get("device-" + original));
            assertThat(copies.among(lines))
                    .as("seed %d, %s", seed, lines)
                    .extracting(UnchangedCopies.Copy::device, UnchangedCopies.Copy::as)
                    .containsExactly(org.assertj.core.groups.Tuple.tuple("device-" + copy, "device-" + original));
        }
    }
}
