package io.safestep.app.run.views;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.check.definition.Severity;
import io.safestep.core.check.evaluation.CheckOutcome;
import io.safestep.core.check.evaluation.CheckStanding;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class CheckTallyTest {

    private static RunChecks.Row row(String device, CheckOutcome outcome) {
        return new RunChecks.Row(
                device,
                1,
                1,
                "Routes",
                "same as before",
                Severity.FAIL,
                null,
                outcome,
                CheckStanding.of(null, outcome, null, false),
                new RunChecks.Row.Looks(null, null, null, 1),
                null,
                null,
                null);
    }

    private static String words(boolean ended, CheckOutcome... outcomes) {
        List<RunChecks.Row> rows = new ArrayList<>();
        for (CheckOutcome outcome : outcomes) {
            rows.add(row("gw-" + (rows.size() + 1), outcome));
        }
        return CheckTally.of(rows).words(ended);
    }

    @Test
    void theVerdictIsASentence() {
        assertThat(words(true)).isEqualTo("No checks were chosen: only the reading back decided.");
        assertThat(words(true, CheckOutcome.PASSED)).isEqualTo("The only check passed.");
        assertThat(words(true, CheckOutcome.PASSED, CheckOutcome.PASSED)).isEqualTo("All 2 checks passed.");
        assertThat(words(false, null, null)).isEqualTo("Nothing has been looked at after the change yet.");
        assertThat(words(true, null, null)).isEqualTo("Nothing was looked at after the change.");
        assertThat(words(
                        true,
                        CheckOutcome.FAILED,
                        CheckOutcome.WARNED,
                        CheckOutcome.NOT_YET,
                        CheckOutcome.PASSED,
                        null))
                .isEqualTo("1 of 5 checks failed, on gw-1; 1 warns; 1 may be incomplete until a later change; 1 passed;"
                        + " 1 was not looked at after the change.");
        assertThat(words(false, CheckOutcome.PASSED, null)).isEqualTo("1 passed; 1 is still to be looked at.");
    }

    @Test
    void onlySomeDevicesAreNamed() {
        CheckOutcome[] failed = new CheckOutcome[6];
        java.util.Arrays.fill(failed, CheckOutcome.FAILED);
        assertThat(words(true, failed)).isEqualTo("6 of 6 checks failed, on gw-1, gw-2, gw-3, gw-4 and 2 more.");
    }
}
