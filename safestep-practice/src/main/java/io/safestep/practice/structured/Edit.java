package io.safestep.practice.structured;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One node of a request to change data, before it is looked at.
 *
 * @param name of the node
 * @param value text of a leaf; empty for none
 * @param operation merge, replace, create, delete or remove; null for that of the node above
 * @param children nodes beneath
 */
public record Edit(String name, String value, @Nullable String operation, List<Edit> children) {

    public Edit {
        children = new ArrayList<>(children);
    }

    /** The value of a leaf beneath; null when there is none. */
    @Nullable
    String leaf(String leafName) {
        return children.stream()
                .filter(c -> c.name.equals(leafName))
                .map(Edit::value)
                .findFirst()
                .orElse(null);
    }

    /** All leaves in the order of the request, with the names above them. */
    public void leaves(String above, List<String> found) {
        String here = above.isEmpty() ? name : above + " " + name;
        if (children.isEmpty()) {
            found.add((here + " " + value).strip());
        }
        children.forEach(c -> c.leaves(here, found));
    }
}
