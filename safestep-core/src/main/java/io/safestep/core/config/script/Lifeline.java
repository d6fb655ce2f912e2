package io.safestep.core.config.script;

import java.util.List;

/**
 * The block of a configuration on which the path between Safe Step and the device hangs. Commands in it come last.
 *
 * @param keys of the lines that open it, outermost first; empty when nothing is known
 */
public record Lifeline(List<String> keys) {

    public static final Lifeline NONE = new Lifeline(List.of());

    public Lifeline {
        keys = List.copyOf(keys);
    }

    /** Whether a line with these keys from the top down to it stands in the block, opens it, or stands around it. */
    boolean meets(List<String> path) {
        if (keys.isEmpty()) {
            return false;
        }
        int shared = Math.min(keys.size(), path.size());
        return keys.subList(0, shared).equals(path.subList(0, shared));
    }
}
