package io.safestep.core.change;

import java.util.List;
import java.util.Map;

/**
 * Everything that an approver approves.
 *
 * @param targets the devices in the order in which they are changed
 * @param checks the checks, in their order, each as its full definition
 * @param failureRule what happens when something fails
 * @param order how the waves follow each other, where something is to be said of it; else empty
 * @param sheets what is handed to others to be done, in its order
 */
public record SealedContent(
        List<Target> targets, List<String> checks, String failureRule, String order, List<Sheet> sheets) {

    /**
     * @param device as those who run it call it
     * @param runBy who runs it
     */
    public record Sheet(String device, String runBy, String lines, String undo) {}

    /**
     * @param device the device's name
     * @param wave in which wave it is changed, counted from 1
     * @param script the exact commands
     * @param undo the exact commands back
     * @param touchedGround the parts of the configuration that the script touches, as the approvers saw them
     */
    public record Target(String device, int wave, String script, String undo, Map<String, String> touchedGround) {}
}
