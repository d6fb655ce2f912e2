package io.safestep.core.network.policy;

import java.util.List;
import java.util.Set;

/** Rules for the communities of routes (RFC 1997). The first rule that fits decides; a route that none fits is no match. */
public record CommunityList(String name, List<Rule> rules) {

    /** @param communities of which a route has to have every one */
    public record Rule(boolean allow, Set<String> communities) {}

    boolean matches(Set<String> communities) {
        return rules.stream()
                .filter(rule -> communities.containsAll(rule.communities()))
                .findFirst()
                .map(Rule::allow)
                .orElse(false);
    }
}
