package io.safestep.app.check.library;

import io.safestep.core.check.definition.Topic;
import java.util.List;

/**
 * Checks that belong together.
 *
 * @param roles device roles in lower case; empty for all
 * @param platforms names of profiles; empty for all
 * @param topics what a change has to touch; empty when the set belongs to every change
 * @param checks names of the checks, in order
 */
record CheckSetView(
        long id,
        int version,
        String name,
        String description,
        List<String> roles,
        List<String> platforms,
        List<Topic> topics,
        List<String> checks) {}
