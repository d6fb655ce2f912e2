package io.safestep.core.template;

import java.util.List;

/**
 * A template with values in it.
 *
 * @param lines for the device; empty when there are problems
 * @param undo the lines of the undo part; empty when there is none
 * @param problems why it could not be done
 */
public record Rendered(String lines, String undo, List<TemplateProblem> problems) {

    public boolean isUsable() {
        return problems.isEmpty();
    }
}
