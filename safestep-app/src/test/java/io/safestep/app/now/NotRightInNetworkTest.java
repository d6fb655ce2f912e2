package io.safestep.app.now;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is told of devices that are not right. */
class NotRightInNetworkTest {

    private static Trouble trouble(String name, String problem, boolean otherKey, String serial, boolean unsaved) {
        return new Trouble(name, problem, otherKey, serial, false, unsaved, false, null);
    }

    @Test
    void aFewAreToldOneByOneTheWorstFirst() {
        NotRightInNetwork network = NotRightInNetwork.of(List.of(
                trouble("a", null, false, null, true),
                trouble("b", "b does not answer.", true, null, false),
                trouble("c", "c does not answer.", false, "X1", false)));
        assertThat(network.single())
                .extracting(n -> n.device() + " " + n.problem())
                .satisfiesExactly(
                        n -> assertThat(n).startsWith("b shows another host key"),
                        n -> assertThat(n).startsWith("c shows serial number X1"),
                        n -> assertThat(n).isEqualTo("c c does not answer."),
                        n -> assertThat(n).startsWith("a is unsaved"));
        assertThat(network.many()).isEmpty();
    }

    @Test
    void thousandsAreToldAsANumberThatLeadsToTheList() {
        List<Trouble> troubles = new ArrayList<>();
        for (int i = 0; i < 5_000; i++) {
            troubles.add(new Trouble("d" + i, null, false, null, true, false, false, null));
        }
        NotRightInNetwork network = NotRightInNetwork.of(troubles);
        assertThat(network.single()).isEmpty();
        assertThat(network.many()).singleElement().satisfies(m -> {
            assertThat(m.count()).isEqualTo(5_000);
            assertThat(m.filter()).isEqualTo("match:\"no baseline\"");
        });
    }
}
