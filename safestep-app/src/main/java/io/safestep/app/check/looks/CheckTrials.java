package io.safestep.app.check.looks;

import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.check.CheckWords;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.evaluation.CheckEvaluation;
import io.safestep.core.check.evaluation.CheckVerdict;
import io.safestep.core.check.evaluation.Observation;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looks at a check now, on a live device. Nothing is written to the device, and nothing is stored. */
@Component
public class CheckTrials {

    /** How far back a trial looks into a log. */
    private static final Duration LOG = Duration.ofHours(1);

    private final CheckLooks looks;
    private final CheckRules rules;
    private final Devices devices;
    private final Clock clock;

    CheckTrials(CheckLooks looks, CheckRules rules, Devices devices, Clock clock) {
        this.looks = looks;
        this.rules = rules;
        this.devices = devices;
        this.clock = clock;
    }

    /**
     * What a check finds now.
     *
     * @param sent what was asked, in order
     * @param output the device's own words
     * @param rows what was taken from them
     * @param now whether the expectation is met already; null where only the change can tell
     * @param words what was found, or why nothing was
     */
    public record Trial(
            String title,
            String expected,
            List<String> sent,
            String output,
            List<String> rows,
            String summary,
            @Nullable Boolean now,
            @Nullable String words) {}

    public Trial on(String deviceName, CheckDefinition check) {
        Device device = devices.known(deviceName)
                .orElseThrow(() -> ProblemException.invalid("device", "There is no device called " + deviceName + "."));
        CheckDefinition alone = check.on(List.of());
        List<FieldError> errors = rules.errors(alone, "check.", List.of(device));
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        List<String> sent = new ArrayList<>();
        CheckLooks.Seen seen = looks.look(
                        device.id(), List.of(alone), clock.instant().minus(LOG), new CheckLooks.Dialogue() {
                            @Override
                            public void sent(String command) {
                                sent.add(command);
                            }

                            @Override
                            public void heard(String answer) {
                                // the observation holds what was heard
                            }
                        })
                .get(0);
        String title = rules.title(alone);
        String expected = CheckWords.expected(alone);
        if (seen.observation() == null) {
            return new Trial(title, expected, sent, "", List.of(), "", null, seen.unseen());
        }
        Observation found = seen.observation();
        CheckVerdict verdict =
                alone.expectation().knownBefore() ? CheckEvaluation.after(alone, found, found, false) : null;
        return new Trial(
                title,
                expected,
                sent,
                found.output(),
                found.rows(),
                found.summary(),
                verdict == null ? null : verdict.passed(),
                verdict == null ? "found " + found.summary() : verdict.words());
    }
}
