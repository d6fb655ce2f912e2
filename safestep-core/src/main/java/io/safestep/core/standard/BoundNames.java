package io.safestep.core.standard;

import java.util.Collection;
import java.util.Map;
import java.util.stream.Collectors;

/** How those are called of which bounds speak, by their ids. */
public record BoundNames(Map<Long, String> sites, Map<Long, String> groups, Map<Long, String> windows) {

    static String listed(Collection<Long> ids, Map<Long, String> names) {
        return ids.stream()
                .map(id -> names.getOrDefault(id, "one that is no more"))
                .distinct()
                .sorted()
                .collect(Collectors.joining(" or "));
    }
}
