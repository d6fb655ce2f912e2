package io.safestep.core.check.definition;

import java.util.Set;

/**
 * To which devices of a change a set of checks belongs.
 *
 * @param roles device roles in lower case; empty for all
 * @param platforms names of profiles; empty for all
 * @param topics what the change has to touch on the device; empty when the set always belongs to it
 */
public record CheckSetRule(Set<String> roles, Set<String> platforms, Set<Topic> topics) {

    public CheckSetRule {
        roles = Set.copyOf(roles);
        platforms = Set.copyOf(platforms);
        topics = Set.copyOf(topics);
    }

    /**
     * A device of a change.
     *
     * @param role in lower case
     * @param touched what the change touches on it
     */
    public record Subject(String name, String role, String platform, Set<Topic> touched) {}

    /** Whether it belongs to every change, whatever is touched. */
    public boolean always() {
        return topics.isEmpty();
    }

    public boolean concerns(Subject device) {
        return (roles.isEmpty() || roles.contains(device.role()))
                && (platforms.isEmpty() || platforms.contains(device.platform()))
                && (topics.isEmpty() || device.touched().stream().anyMatch(topics::contains));
    }
}
