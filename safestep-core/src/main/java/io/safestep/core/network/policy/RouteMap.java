package io.safestep.core.network.policy;

import java.util.List;

/**
 * Rules that let routes through, changed or not, in their order. The first entry whose conditions all fit decides; a route
 * that none fits is dropped.
 */
public record RouteMap(String name, List<Entry> entries) {

    /**
     * @param allow whether a route that fits is let through
     * @param sets what becomes of one that is
     */
    public record Entry(boolean allow, Conditions conditions, RouteSettings sets) {}

    /**
     * Of each kind one has to fit, where there is any.
     *
     * @param prefixLists names of lists of which one has to let the prefix through
     * @param communityLists names of lists
     */
    public record Conditions(
            List<String> prefixLists, List<String> communityLists, List<Long> tags, List<Long> metrics) {}
}
