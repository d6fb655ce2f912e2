package io.safestep.core.platform.network;

import java.util.List;
import java.util.Map;

/**
 * What one shape of line says about the network.
 *
 * @param line the shape of the line
 * @param about objects that this line and the lines beneath speak about: kind of object to its name, in which {@code
 *     {name}} stands for a word of the line. The name {@code *} makes a new object for each line
 * @param sets facts with their values, in which {@code {name}} stands for a word of this line or of a line above
 * @param within what the lines beneath say
 * @param ignoredBeneath whether lines beneath have no bearing on the network, whatever they say
 */
public record NetworkRule(
        LinePattern line,
        Map<String, String> about,
        Map<FactName, String> sets,
        List<NetworkRule> within,
        boolean ignoredBeneath) {

    /** The name of an object that each line makes anew. */
    public static final String EACH = "*";

    public NetworkRule {
        about = Map.copyOf(about);
        sets = Map.copyOf(sets);
        within = List.copyOf(within);
    }
}
