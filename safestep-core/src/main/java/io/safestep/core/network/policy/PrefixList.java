package io.safestep.core.network.policy;

import io.safestep.core.address.IpPrefix;
import java.util.List;

/** Rules for routes. The first rule that fits decides; a route that none fits is dropped. */
public record PrefixList(String name, List<Rule> rules) {

    /**
     * @param least least length of the route's prefix
     * @param most greatest length of the route's prefix
     */
    public record Rule(boolean allow, IpPrefix prefix, int least, int most) {}

    public boolean allows(IpPrefix route) {
        for (Rule rule : rules) {
            if (rule.prefix().contains(route) && route.length() >= rule.least() && route.length() <= rule.most()) {
                return rule.allow();
            }
        }
        return false;
    }
}
