package io.safestep.core.standard;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.change.FailureRule;
import io.safestep.core.risk.Submission.Place;
import io.safestep.core.run.RunState;
import io.safestep.core.template.Template;
import io.safestep.core.template.Variable;
import io.safestep.core.template.VariableType;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BoundsTest {

    private static final Template TEMPLATE = new Template(
            "x",
            "",
            List.of(
                    Variable.required("port", VariableType.NUMBER),
                    Variable.required("address", VariableType.INTERFACE_ADDRESS),
                    Variable.required("purpose", VariableType.TEXT),
                    Variable.required("key", VariableType.SECRET)));

    private static final Map<String, String> INSIDE =
            Map.of("port", "12", "address", "10.77.40.2/24", "purpose", "kiosk", "key", "hush");

    private static ValueBound bound(ValueBound.Kind kind) {
        return new ValueBound(kind, List.of("kiosk", "reader"), 10L, 20L, List.of("10.77.40.0/22"), "[a-z]+");
    }

    private static final Bounds BOUNDS = new Bounds(
            Set.of(1L),
            Set.of(),
            Set.of("access"),
            Map.of(
                    "port",
                    bound(ValueBound.Kind.FROM_TO),
                    "address",
                    bound(ValueBound.Kind.WITHIN),
                    "purpose",
                    bound(ValueBound.Kind.ONE_OF)),
            Set.of("Neighbours stay"),
            Set.of(7L),
            2,
            1);

    private static StandardUse.Target target(String device, Map<String, String> values) {
        return new StandardUse.Target(device, true, true, values, true, true, false);
    }

    private static StandardUse use(StandardUse.Target... targets) {
        return new StandardUse(List.of(targets), Set.of("Neighbours stay"), FailureRule.UNDO_ALL, false, false, 1);
    }

    private static List<String> outside(StandardUse use) {
        return BOUNDS.outside(use, TEMPLATE);
    }

    @Test
    void aUseThatKeepsToAllOfItIsInside() {
        assertThat(outside(use(target("brn-ac-1", INSIDE), target("brn-ac-2", INSIDE))))
                .isEmpty();
    }

    @Test
    void eachThingThatIsOutsideIsSaidWithWhatWasApproved() {
        Map<String, String> values = Map.of("port", "9", "address", "10.77.44.2/24", "purpose", "", "key", "hush");
        assertThat(outside(use(target("brn-ac-1", values))))
                .containsExactly(
                        "brn-ac-1: port is 9; approved for 10 to 20.",
                        "brn-ac-1: address is 10.77.44.2/24; approved for addresses within 10.77.40.0/22.",
                        "brn-ac-1: purpose is empty; approved for one of kiosk, reader.");
        assertThat(outside(use(new StandardUse.Target("ops-core-a", false, true, INSIDE, true, true, false))))
                .containsExactly("ops-core-a is not among the devices for which it was approved.");
        assertThat(outside(use(new StandardUse.Target("brn-ac-1", true, false, INSIDE, true, true, false))))
                .containsExactly("brn-ac-1 takes something else than the template in the version that was approved.");
        assertThat(outside(use(new StandardUse.Target("brn-ac-1", true, true, INSIDE, true, false, true))))
                .containsExactly(
                        "brn-ac-1: its way back is not proven.",
                        "brn-ac-1: a command cuts the way between Safe Step and the device.");
        assertThat(outside(use(new StandardUse.Target("brn-ac-1", true, true, INSIDE, false, true, false))))
                .containsExactly("brn-ac-1: its lines are not right yet.");
        assertThat(BOUNDS.outside(
                        new StandardUse(
                                List.of(target("a", INSIDE), target("b", INSIDE), target("c", INSIDE)),
                                Set.of(),
                                FailureRule.STOP_AND_WAIT,
                                true,
                                true,
                                3),
                        TEMPLATE))
                .containsExactly(
                        "It has 3 devices; at most 2 were approved.",
                        "It changes 3 devices at once; at most 1 were approved.",
                        "The check Neighbours stay is missing.",
                        "When something fails, all of it has to be undone.",
                        "It has lines for a device that somebody else runs.",
                        "It is to run outside the usual windows.");
        assertThat(outside(use())).containsExactly("It has no device yet.");
    }

    @ParameterizedTest
    @CsvSource({
        "FROM_TO, 10, true",
        "FROM_TO, 20, true",
        "FROM_TO, 21, false",
        "FROM_TO, ten, false",
        "FROM_TO, '', false",
        "ONE_OF, reader, true",
        "ONE_OF, Reader, false",
        "WITHIN, 10.77.43.9, true",
        "WITHIN, 10.77.44.9, false",
        "WITHIN, 10.77.40.0/24, true",
        "WITHIN, 10.77.40.0/21, false",
        "WITHIN, 10.77.40.1/16, false",
        "WITHIN, nowhere, false",
        "PATTERN, kiosk, true",
        "PATTERN, kiosk 2, false",
        "PATTERN, '', false",
        "ANY, '', true",
        "ANY, whatever, true"
    })
    void valuesAreHeldAgainstTheirBound(ValueBound.Kind kind, String value, boolean inside) {
        assertThat(bound(kind).holds(value)).isEqualTo(inside);
    }

    @Test
    void boundsThatSayNothingOrNonsenseAreRefused() {
        Map<String, ValueBound> values = new HashMap<>();
        values.put("port", new ValueBound(ValueBound.Kind.FROM_TO, List.of(), 20L, 10L, List.of(), ""));
        values.put(
                "address", new ValueBound(ValueBound.Kind.WITHIN, List.of(), null, null, List.of("10.77.40.1/24"), ""));
        values.put("purpose", new ValueBound(ValueBound.Kind.PATTERN, List.of(), null, null, List.of(), "["));
        values.put("key", new ValueBound(ValueBound.Kind.ONE_OF, List.of("hush"), null, null, List.of(), ""));
        values.put("gone", ValueBound.any());
        assertThat(new Bounds(Set.of(), Set.of(), Set.of(), values, Set.of(), Set.of(), 1, 2).complaints(TEMPLATE))
                .containsExactlyInAnyOrder(
                        "port: the smallest number is larger than the largest.",
                        "address: \"10.77.40.1/24\" is no block of addresses such as 10.77.40.0/24.",
                        "The pattern for purpose can't be read.",
                        "key is a secret: a bound would show what it may be.",
                        "The template has no variable called gone.",
                        "There can't be more devices at once than in one change.");
        assertThat(BOUNDS.complaints(TEMPLATE)).isEmpty();
        assertThat(Stream.of(ValueBound.Kind.values())
                        .map(k -> new ValueBound(k, List.of(), null, null, List.of(), ""))
                        .filter(b -> b.complaints("v").isEmpty()))
                .containsExactly(ValueBound.any());
    }

    /** Whatever else is true: what any single thing puts outside stays outside. */
    @Test
    void nothingMakesUpForWhatIsOutside() {
        Random random = new Random(20_291);
        for (int i = 0; i < 500; i++) {
            List<StandardUse.Target> targets = new ArrayList<>();
            boolean wrong = false;
            for (int d = random.nextInt(4); d >= 0; d--) {
                boolean[] facts = {random.nextInt(8) > 0, random.nextInt(8) > 0, random.nextInt(8) > 0};
                String port = String.valueOf(9 + random.nextInt(13));
                Map<String, String> values = new HashMap<>(INSIDE);
                values.put("port", port);
                targets.add(new StandardUse.Target("d" + d, facts[0], facts[1], values, true, facts[2], false));
                wrong |= !facts[0]
                        || !facts[1]
                        || !facts[2]
                        || Integer.parseInt(port) < 10
                        || Integer.parseInt(port) > 20;
            }
            int wave = 1 + random.nextInt(2);
            boolean expected = wrong || targets.size() > 2 || wave > 1;
            StandardUse use =
                    new StandardUse(targets, Set.of("Neighbours stay"), FailureRule.UNDO_ALL, false, false, wave);
            assertThat(!outside(use).isEmpty())
                    .as("case %d of seed 20291: %s", i, use)
                    .isEqualTo(expected);
        }
    }

    @Test
    void devicesAreThoseOfAllThatIsSaid() {
        assertThat(BOUNDS.holds(new Place(1, "Brinehaven", Set.of(), "access", "p")))
                .isTrue();
        assertThat(BOUNDS.holds(new Place(2, "Dunmarsh", Set.of(), "access", "p")))
                .isFalse();
        assertThat(BOUNDS.holds(new Place(1, "Brinehaven", Set.of(), "core", "p")))
                .isFalse();
    }

    @Test
    void itIsSaidInTheWordsOfTheHouse() {
        assertThat(BOUNDS.words(new BoundNames(Map.of(1L, "Brinehaven"), Map.of(), Map.of(7L, "Night"))))
                .containsExactly(
                        "Devices: role access, at Brinehaven.",
                        "At most 2 devices in one change, 1 at once.",
                        "address: addresses within 10.77.40.0/22.",
                        "port: 10 to 20.",
                        "purpose: one of kiosk, reader.",
                        "With the checks Neighbours stay.",
                        "In Night only.");
    }

    @Test
    void threeFailuresInARowSuspendAndASuccessBetweenDoesNot() {
        RunState back = RunState.ROLLED_BACK;
        assertThat(Suspension.due(List.of(back, RunState.STUCK, back, RunState.SUCCEEDED)))
                .isTrue();
        assertThat(Suspension.due(List.of(back, back))).isFalse();
        assertThat(Suspension.due(List.of(back, back, RunState.SUCCEEDED, back)))
                .isFalse();
        assertThat(Suspension.due(List.of())).isFalse();
    }

    @Test
    void itStandsAsWhatEndedItFirst() {
        Instant now = Instant.parse("2026-12-02T12:00:00Z");
        Instant later = now.plusSeconds(1);
        assertThat(StandardState.approved(later, null, null, now)).isEqualTo(StandardState.IN_FORCE);
        assertThat(StandardState.approved(now, null, null, now)).isEqualTo(StandardState.ENDED);
        assertThat(StandardState.approved(later, now, null, now)).isEqualTo(StandardState.SUSPENDED);
        assertThat(StandardState.approved(later, now, now, now)).isEqualTo(StandardState.RETIRED);
    }
}
