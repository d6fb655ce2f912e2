package io.safestep.app.sight;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.DeviceSet;
import io.safestep.core.people.Scope;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class SightTest {

    private static final Sight LOCAL = new Sight(
            "tculver",
            new Scope(DeviceSet.of(Set.of(5L), Set.of()), DeviceSet.of(Set.of(5L), Set.of())),
            Set.of("dun-gw-a", "dun-gw-b", "dun-ac-1"),
            Set.of("brn-gw-a", "brn-gw-a-2", "ops.core_1"),
            Set.of("dun-ac-1"),
            Map.of(5L, "Dunmarsh"),
            Map.of());

    @Test
    void sentencesLoseTheNamesOfDevicesOutside() {
        assertThat(LOCAL.told("10.77.5.1 is the address of brn-gw-a."))
                .isEqualTo("10.77.5.1 is the address of a device outside your scope.");
        assertThat(LOCAL.told("brn-gw-a-2, dun-gw-a and ops.core_1: look"))
                .isEqualTo("a device outside your scope, dun-gw-a and a device outside your scope: look");
        assertThat(LOCAL.told("brn-gw-ab stays, and so does brn-gw")).isEqualTo("brn-gw-ab stays, and so does brn-gw");
        assertThat(LOCAL.told("costs $1 \\ 2 (brn-gw-a)")).isEqualTo("costs $1 \\ 2 (a device outside your scope)");
        assertThat(LOCAL.toldOrNull(null)).isNull();
        assertThat(Sight.everything("roake").told("brn-gw-a fails.")).isEqualTo("brn-gw-a fails.");
    }

    @Test
    void whoSeesSomeActsOnFewer() {
        assertThat(LOCAL.reads("dun-gw-a")).isTrue();
        assertThat(LOCAL.acts("dun-gw-a")).isFalse();
        assertThat(LOCAL.acts("dun-ac-1")).isTrue();
        assertThat(LOCAL.reads("never-heard-of"))
                .as("what nobody knows is not seen")
                .isFalse();
        assertThat(LOCAL.hides("never-heard-of")).isFalse();
        assertThat(LOCAL.seen(List.of("brn-gw-a", "dun-gw-b"))).containsExactly("dun-gw-b");
        assertThat(LOCAL.actedNames()).containsExactly("dun-ac-1");
        assertThat(LOCAL.knowsSite(5)).isTrue();
        assertThat(LOCAL.knowsSite("Brinehaven")).isFalse();
        assertThat(LOCAL.knowsGroup(1)).isFalse();
    }

    @Test
    void refusalsSayWhatIsSeenAndHideWhatIsNot() {
        assertThatThrownBy(() -> LOCAL.mustAct(List.of("dun-gw-b", "dun-gw-a")))
                .isInstanceOf(ProblemException.class)
                .hasMessage("dun-gw-a, dun-gw-b are not among the devices on which you may act."
                        + " Ask somebody whose scope holds them.");
        String hidden = refusal("brn-gw-a");
        String unknown = refusal("xyz-gw-a");
        assertThat(hidden.replace("brn-gw-a", "")).isEqualTo(unknown.replace("xyz-gw-a", ""));
        assertThatThrownBy(() -> LOCAL.mustActOnEverything("A window"))
                .hasMessage("A window holds for all devices, and your scope is some of them."
                        + " Ask somebody whose scope is all devices.");
        Sight everything = Sight.everything("roake");
        everything.mustActOnEverything("A window");
        everything.mustAct(List.of("brn-gw-a", "xyz-gw-a"));
    }

    private static String refusal(String device) {
        try {
            LOCAL.mustAct(device);
            throw new AssertionError(device + " was not refused");
        } catch (ProblemException e) {
            return e.getMessage();
        }
    }
}
