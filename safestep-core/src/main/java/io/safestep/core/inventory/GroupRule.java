package io.safestep.core.inventory;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * The rule of a group: a device belongs to it when every condition holds. An empty set, or no pattern, is no condition.
 *
 * @param sites names of sites, one of which has to be the device's
 * @param roles one of which has to be the device's, lower case
 * @param platforms one of which has to be the device's
 * @param namePattern that the name has to fit; null for none
 * @param labels all of which the device has to have
 */
public record GroupRule(
        Set<String> sites,
        Set<String> roles,
        Set<String> platforms,
        @Nullable NamePattern namePattern,
        Set<String> labels) {

    /** Whether nothing is asked, so that every device would belong. */
    public boolean isEmpty() {
        return sites.isEmpty() && roles.isEmpty() && platforms.isEmpty() && namePattern == null && labels.isEmpty();
    }

    public boolean holds(DeviceTraits device) {
        return oneOf(sites, device.site())
                && oneOf(roles, device.role())
                && oneOf(platforms, device.platform())
                && (namePattern == null || namePattern.fits(device.name()))
                && device.labels().containsAll(labels);
    }

    private static boolean oneOf(Set<String> wanted, String value) {
        return wanted.isEmpty() || wanted.contains(value);
    }

    /** The rule as people read it, such as {@code site Brinehaven or Dunmarsh, role access, name *-ac-*}. */
    public String inWords() {
        List<String> parts = new ArrayList<>();
        add(parts, "site ", sites, " or ");
        add(parts, "role ", roles, " or ");
        add(parts, "platform ", platforms, " or ");
        if (namePattern != null) {
            parts.add("name " + namePattern.written());
        }
        add(parts, "label ", labels, " and ");
        return String.join(", ", parts);
    }

    private static void add(List<String> parts, String what, Set<String> values, String between) {
        if (!values.isEmpty()) {
            parts.add(what + String.join(between, new TreeSet<>(values)));
        }
    }
}
