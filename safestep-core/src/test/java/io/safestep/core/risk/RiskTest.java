package io.safestep.core.risk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.change.Category;
import io.safestep.core.check.definition.Topic;
import io.safestep.core.risk.Submission.Part;
import io.safestep.core.risk.Submission.Place;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RiskTest {

    static Part part(String device, String role, Topic... topics) {
        return new Part(
                device, new Place(1, "Cold Quay", Set.of(), role, "corvane-cli"), Set.of(topics), 3, true, false);
    }

    private static Submission of(Part... parts) {
        return new Submission(Category.NORMAL, List.of(parts), 1, Map.of(), false);
    }

    @Test
    void oneProvenDeviceWithACheckIsNoRisk() {
        Risk risk = Risk.of(of(part("cdq-ac-1", "access", Topic.INTERFACES)), RiskWeights.usual());
        assertThat(risk).isEqualTo(new Risk(0, RiskLevel.LOW, List.of()));
    }

    @Test
    void everyPointHasItsReasonAndWhatCountsMostComesFirst() {
        Part unproven = new Part(
                "ops-co-a",
                new Place(1, "Operations House", Set.of(), "core", "corvane-cli"),
                Set.of(Topic.ROUTING),
                3,
                false,
                false);
        Risk risk = Risk.of(
                new Submission(
                        Category.NORMAL,
                        List.of(unproven, part("cdq-gw-a", "edge")),
                        1,
                        Map.of("Ticketing", Set.of("cdq-gw-a")),
                        false),
                RiskWeights.usual());

        assertThat(risk.reasons())
                .extracting(Risk.Reason::factor)
                .containsExactly(
                        RiskFactor.UNPROVEN,
                        RiskFactor.BACKBONE,
                        RiskFactor.BORDER,
                        RiskFactor.ROUTING,
                        RiskFactor.MORE_DEVICES,
                        RiskFactor.SERVICES);
        assertThat(risk.points()).isEqualTo(4 + 3 + 3 + 3 + 1 + 1);
        assertThat(risk.level()).isEqualTo(RiskLevel.HIGH);
        assertThat(risk.reasons().get(0).sentence()).isEqualTo("The way back is not proven for ops-co-a.");
        assertThat(risk.reasons().get(5).sentence()).isEqualTo("Services whose packets pass there: Ticketing.");
    }

    @Test
    void aDeviceToWhichNothingIsSentCountsForNothing() {
        Part looked = new Part(
                "ops-co-a",
                new Place(1, "Operations House", Set.of(), "core", "corvane-cli"),
                Set.of(Topic.ROUTING),
                0,
                false,
                true);
        assertThat(Risk.of(of(part("cdq-ac-1", "access"), looked), RiskWeights.usual())
                        .points())
                .isZero();
    }

    @Test
    void withoutAnyCheckThatIsSaid() {
        Submission unchecked =
                new Submission(Category.EMERGENCY, List.of(part("cdq-ac-1", "access")), 0, Map.of(), false);
        assertThat(Risk.of(unchecked, RiskWeights.usual()).reasons())
                .extracting(Risk.Reason::sentence)
                .containsExactly(
                        "It has no check: nothing is looked at afterwards.",
                        "It is an emergency and runs before it is approved.");
    }

    @Test
    void weightsAreWhatTheHouseSays() {
        RiskWeights own = new RiskWeights(Map.of(RiskFactor.ROUTING, 20, RiskFactor.BACKBONE, 0), 5, 20);
        Risk risk = Risk.of(of(part("ops-co-a", "core", Topic.ROUTING)), own);
        assertThat(risk.points()).isEqualTo(20);
        assertThat(risk.level()).isEqualTo(RiskLevel.HIGH);
        assertThatThrownBy(() -> new RiskWeights(Map.of(RiskFactor.ROUTING, 21), 5, 20))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new RiskWeights(Map.of(), 10, 10)).isInstanceOf(IllegalArgumentException.class);
    }

    /** On generated changes: the sum is that of its reasons, and whatever is added to a change never makes it less. */
    @Test
    void theSumIsThatOfItsReasonsAndOnlyGrows() {
        for (long seed = 1; seed <= 2_000; seed++) {
            Random random = new Random(seed);
            List<Part> parts = new ArrayList<>();
            for (int i = 0; i <= random.nextInt(12); i++) {
                parts.add(generated(random, i));
            }
            Submission submission = new Submission(
                    random.nextBoolean() ? Category.NORMAL : Category.EMERGENCY, parts, 1, Map.of(), false);
            Risk risk = Risk.of(submission, RiskWeights.usual());
            assertThat(risk.points())
                    .as("seed %d, %s", seed, risk)
                    .isEqualTo(risk.reasons().stream()
                            .mapToInt(Risk.Reason::points)
                            .sum());
            assertThat(risk.reasons())
                    .as("seed %d", seed)
                    .allMatch(r -> r.points() > 0 && !r.sentence().isBlank());
            parts.add(generated(random, 99));
            Risk more = Risk.of(new Submission(submission.category(), parts, 1, Map.of(), false), RiskWeights.usual());
            assertThat(more.points()).as("seed %d", seed).isGreaterThanOrEqualTo(risk.points());
        }
    }

    private static Part generated(Random random, int i) {
        List<String> roles = List.of("core", "distribution", "access", "edge", "firewall", "relay");
        return new Part(
                "device-" + i,
                new Place(1, "Cold Quay", Set.of(), roles.get(random.nextInt(roles.size())), "corvane-cli"),
                random.nextBoolean() ? Set.of(Topic.values()[random.nextInt(Topic.values().length)]) : Set.of(),
                random.nextInt(3),
                random.nextBoolean(),
                random.nextInt(4) == 0);
    }
}
