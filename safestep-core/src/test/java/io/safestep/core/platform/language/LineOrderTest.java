package io.safestep.core.platform.language;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.ShippedProfiles;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Where lines stand among their siblings, and which of them differ at each reading. */
class LineOrderTest {

    private final Language language = ShippedProfiles.corvane().language();

    @Test
    void linesOfOneKindStandTogetherAndNumbersCountAsNumbers() {
        List<String> ordered = List.of(
                "hostname a",
                "vlan 2",
                "vlan 10",
                "interface loopback 0",
                "interface port 2",
                "interface port 10",
                "interface vlan 2",
                "tide-table 9",
                "tide-table 10");
        List<String> shuffled = new ArrayList<>(ordered);
        Collections.shuffle(shuffled, new Random(3));
        shuffled.sort(Comparator.comparing(line -> language.orderOf("", line)));
        assertThat(shuffled).isEqualTo(ordered);
    }

    @Test
    void whatBelongsToOneNeighbourStandsTogether() {
        List<String> lines = new ArrayList<>(
                List.of("neighbour 10.77.9.10 as 3", "neighbour 10.77.9.2 multihop", "neighbour 10.77.9.2 as 3"));
        lines.sort(Comparator.comparing(line -> language.orderOf("bgp", line)));
        assertThat(lines)
                .containsExactly(
                        "neighbour 10.77.9.2 as 3", "neighbour 10.77.9.2 multihop", "neighbour 10.77.9.10 as 3");
    }

    @Test
    void leadingZerosAndLongNumbersAreOrderedToo() {
        assertThat(LineOrder.compareNaturally("a2", "a010")).isNegative();
        assertThat(LineOrder.compareNaturally("a99999999999999999998", "a99999999999999999999"))
                .isNegative();
        assertThat(LineOrder.compareNaturally("a", "a1")).isNegative();
        assertThat(LineOrder.compareNaturally("b", "a1")).isPositive();
    }

    @Test
    void theQuickLookAtAVolatileLineNeverMissesOne() {
        assertThat(volatileLine("shown-at .*").matches("shown-at noon")).isTrue();
        assertThat(volatileLine("shown-at .*").matches("hostname a")).isFalse();
        assertThat(volatileLine("uptimes? .*").matches("uptime 3")).isTrue();
        assertThat(volatileLine("ab*").matches("a")).isTrue();
        assertThat(volatileLine("built .*|seen .*").matches("seen today")).isTrue();
        assertThat(volatileLine("(?i)BUILT .*").matches("built today")).isTrue();
        assertThat(volatileLine("x").matches("x")).isTrue();
    }

    private static VolatileLine volatileLine(String pattern) {
        return VolatileLine.of(Pattern.compile(pattern));
    }
}
