package io.safestep.core.check.definition;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.check.CheckProblem;
import io.safestep.core.check.CheckProblems;
import io.safestep.core.check.definition.LookKind.Looker;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What goes with each kind of look hangs together. */
class LookKindTest {

    private static CheckDefinition check(
            LookKind kind, Map<String, String> arguments, Expectation expected, int settle) {
        return new CheckDefinition(
                null,
                new Look(
                        kind,
                        kind == LookKind.READ ? "neighbours" : null,
                        arguments,
                        null,
                        kind.asksPerson() ? "Do the gate readers show green?" : null),
                Extraction.rows(),
                expected,
                expected.value() == Expectation.ValueKind.NONE ? null : "4",
                Beforehand.ANY,
                null,
                settle,
                2,
                null,
                Severity.FAIL,
                List.of());
    }

    private static List<String> fields(CheckDefinition check) {
        return CheckProblems.of(check).stream().map(CheckProblem::field).toList();
    }

    private static Map<String, String> told(LookKind kind) {
        return kind.arguments().isEmpty() ? Map.of() : Map.of("address", "10.77.8.20", "port", "443");
    }

    @ParameterizedTest
    @EnumSource(LookKind.class)
    void whatGoesWithItIsTakenAndNothingElse(LookKind kind) {
        for (Expectation expected : Expectation.values()) {
            CheckDefinition check = check(kind, told(kind), expected, 0);
            if (kind.expectations().contains(expected)) {
                assertThat(CheckProblems.of(check))
                        .as("%s of %s", expected, kind)
                        .isEmpty();
            } else {
                assertThat(CheckProblems.of(check))
                        .as("%s of %s", expected, kind)
                        .contains(new CheckProblem("expectation", kind.unfit()));
            }
        }
    }

    @ParameterizedTest
    @EnumSource(LookKind.class)
    void itMayBeWaitedForAsLongAsItSaysAndNoLonger(LookKind kind) {
        Expectation usual = kind.expectations().get(0);
        assertThat(fields(check(kind, told(kind), usual, kind.longestSettling())))
                .isEmpty();
        assertThat(fields(check(kind, told(kind), usual, kind.longestSettling() + 1)))
                .containsExactly("settleSeconds");
    }

    @ParameterizedTest
    @EnumSource(LookKind.class)
    void whatItHasToBeToldIsAskedFor(LookKind kind) {
        assertThat(fields(check(kind, Map.of(), kind.expectations().get(0), 0)))
                .containsExactlyElementsOf(kind.arguments());
    }

    @Test
    void safeStepProbesTheNetworkAndNotItself() {
        for (String own : List.of("127.0.0.1", "0.0.0.0", "169.254.1.1")) {
            CheckDefinition check =
                    check(LookKind.TCP, Map.of("address", own, "port", "443"), Expectation.REACHABLE, 0);
            assertThat(fields(check)).as(own).containsExactly("address");
        }
    }

    @Test
    void onlyAPersonIsWaitedForLongerThanADevice() {
        int device = LookKind.READ.longestSettling();
        assertThat(Arrays.stream(LookKind.values()).filter(k -> k.longestSettling() > device))
                .containsExactly(LookKind.CONFIRM);
        assertThat(Arrays.stream(LookKind.values()).filter(LookKind::asksPerson))
                .containsExactly(LookKind.CONFIRM);
    }

    @Test
    void whatSpeaksOfTheChangeAloneIsNotAskedAfterAnUndo() {
        assertThat(Arrays.stream(LookKind.values()).filter(LookKind::afterUndo))
                .containsExactlyInAnyOrder(LookKind.READ, LookKind.REACHABLE, LookKind.TCP);
        assertThat(Arrays.stream(LookKind.values()).filter(LookKind::onceSaved)).containsExactly(LookKind.SAVED);
    }

    @Test
    void whetherOneCanLogInIsSeenByANewLogIn() {
        assertThat(LookKind.REACHABLE.looker()).isEqualTo(Looker.NEW_LOG_IN);
        assertThat(LookKind.TCP.looker()).isEqualTo(Looker.SAFE_STEP);
    }
}
