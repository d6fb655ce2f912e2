package io.safestep.app.change.views;

import io.safestep.app.change.build.Outcome;
import io.safestep.app.sight.Sight;
import io.safestep.core.config.tree.LineComplaint;
import java.util.List;

/**
 * In short what follows for one device of many.
 *
 * @param complaints what is wrong with what was asked for
 * @param derived whether a script follows from it
 * @param commands how many commands would be sent; 0 for nothing to send
 * @param proven the undo is proven
 * @param cutsPath Safe Step could not reach the device after one of the commands
 * @param findings what would not fit on the device or with its neighbours, as sentences
 */
public record TargetSummary(
        String device,
        List<LineComplaint> complaints,
        boolean derived,
        int commands,
        boolean proven,
        boolean cutsPath,
        List<String> findings) {

    /** As somebody sees it whose scope may not hold the devices of which the sentences speak. */
    public TargetSummary told(Sight sight) {
        return new TargetSummary(
                device,
                complaints.stream()
                        .map(c -> new LineComplaint(c.line(), c.severity(), sight.told(c.reason())))
                        .toList(),
                derived,
                commands,
                proven,
                cutsPath,
                findings.stream().map(sight::told).toList());
    }

    public static TargetSummary of(String device, Outcome outcome, List<String> findings) {
        return outcome.isDerivable()
                ? new TargetSummary(
                        device,
                        outcome.complaints(),
                        true,
                        outcome.derived().script().lines().size(),
                        outcome.derived().proof().proven(),
                        outcome.cut().isPresent(),
                        findings)
                : new TargetSummary(device, outcome.complaints(), false, 0, false, false, findings);
    }
}
