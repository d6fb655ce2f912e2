package io.safestep.core.standard;

import io.safestep.core.change.FailureRule;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A change as it is held against bounds.
 *
 * @param checks names of the checks that it has out of the library
 * @param sheets it has lines for devices that somebody else runs
 * @param outsideWindows it is to run outside the usual windows
 * @param largestWave how many devices are changed at once at most
 */
public record StandardUse(
        List<Target> targets,
        Set<String> checks,
        FailureRule failureRule,
        boolean sheets,
        boolean outsideWindows,
        int largestWave) {

    public StandardUse {
        targets = List.copyOf(targets);
        checks = Set.copyOf(checks);
    }

    /**
     * One device.
     *
     * @param approved it was there when the bounds were approved, and is still what they speak of
     * @param ofTemplate it takes the template in the version that was approved
     * @param values by variable, as they were given
     * @param derived its script follows from the lines
     * @param proven its way back is proven, or nothing is sent
     * @param cutsPath Safe Step could not reach it after one of the commands
     */
    public record Target(
            String device,
            boolean approved,
            boolean ofTemplate,
            Map<String, String> values,
            boolean derived,
            boolean proven,
            boolean cutsPath) {

        public Target {
            values = Map.copyOf(values);
        }
    }
}
