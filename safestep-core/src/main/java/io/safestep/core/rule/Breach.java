package io.safestep.core.rule;

import java.util.List;

/**
 * One place at which a configuration does not keep a rule.
 *
 * @param path the blocks around it, outermost first, secrets masked
 * @param number of the line in the configuration as shown, counted from 1; 0 for a line that is missing
 * @param sentence what is wrong
 * @param mend lines that would mend it, as an engineer would write them; empty when they can't be told
 */
public record Breach(List<String> path, int number, String sentence, List<String> mend) {}
