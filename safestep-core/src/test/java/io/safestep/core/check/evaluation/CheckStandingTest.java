package io.safestep.core.check.evaluation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CheckStandingTest {

    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "-,      -,       -,      false, NOT_YET",
                "PASSED, -,       -,      false, LOOKED_AT_BEFORE",
                "FAILED, -,       -,      false, FAILED_BEFORE",
                "WARNED, -,       -,      false, WARNED",
                "PASSED, PASSED,  -,      false, PASSED",
                "PASSED, WARNED,  -,      false, WARNED",
                "PASSED, NOT_YET, -,      false, INCOMPLETE",
                "PASSED, FAILED,  -,      false, FAILED",
                "PASSED, FAILED,  PASSED, false, FAILED_AND_UNDONE",
                "PASSED, PASSED,  PASSED, false, AS_BEFORE",
                "PASSED, -,       PASSED, false, AS_BEFORE",
                "PASSED, FAILED,  FAILED, false, NOT_AS_BEFORE",
                "PASSED, PASSED,  WARNED, false, NOT_AS_BEFORE",
                "-,      -,       -,      true,  ASKING",
                "PASSED, FAILED,  -,      true,  ASKING",
            })
    void theLatestLookCountsAndAQuestionThatIsOpenBeforeAll(
            CheckOutcome before, CheckOutcome after, CheckOutcome undone, boolean asking, CheckStanding standing) {
        assertThat(CheckStanding.of(before, after, undone, asking)).isEqualTo(standing);
    }

    @Test
    void noneIsWithoutAWordOfItsOwn() {
        assertThat(Arrays.stream(CheckStanding.values()).map(CheckStanding::word))
                .allSatisfy(word -> assertThat(word).isNotBlank());
        assertThat(CheckStanding.NOT_YET.word()).isEqualTo(CheckStanding.INCOMPLETE.word());
    }
}
