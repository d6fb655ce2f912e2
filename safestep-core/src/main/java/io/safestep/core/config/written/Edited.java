package io.safestep.core.config.written;

import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import java.util.List;

/**
 * A configuration that a person has edited.
 *
 * @param tree what it would be, secrets in clear; the baseline when the text can't be read
 * @param complaints what is wrong with its lines
 */
public record Edited(ConfigTree tree, List<LineComplaint> complaints) {

    public boolean isUsable() {
        return complaints.stream().noneMatch(LineComplaint::isError);
    }
}
