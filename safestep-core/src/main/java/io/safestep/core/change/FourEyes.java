package io.safestep.core.change;

import java.util.Set;

/** Law 5: the author is never the only approver, nor is anybody who was the author before it was handed over. */
public final class FourEyes {

    private FourEyes() {}

    /** @param authors everybody who has written it */
    public static boolean mayDecide(Set<String> authors, String person) {
        return !authors.contains(person);
    }
}
