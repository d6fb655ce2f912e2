package io.safestep.app.approval.seen;

import io.safestep.app.change.asked.Asked;
import io.safestep.core.change.FailureRule;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What a change held.
 *
 * @param failureRule what happens when something fails
 * @param pauseSeconds between two waves
 * @param sheets lines and way back for devices that others run, by their names
 * @param outsideWindows it was to run outside the usual windows
 * @param needs the approvals that it needed, each in a sentence
 */
record Snapshot(
        List<OfDevice> devices,
        List<Check> checks,
        FailureRule failureRule,
        int pauseSeconds,
        Map<String, String> sheets,
        boolean outsideWindows,
        List<String> needs) {

    /** @param baseline id of the backup from which its outcome was derived; null when there was none */
    record OfDevice(
            long id,
            String device,
            int wave,
            Asked asked,
            @Nullable Long baseline) {}

    /**
     * @param words its title and what it expects
     * @param sealed all that counts of it
     */
    record Check(String words, String sealed) {}
}
