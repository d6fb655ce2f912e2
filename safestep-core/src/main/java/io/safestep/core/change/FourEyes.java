package io.safestep.core.change;

import java.util.Collection;
import java.util.Set;

/** Law 5: the author is never the only approver, nor is anybody who was the author before it was handed over. */
public final class FourEyes {

    /** @param person who decided; @param seal the seal of what was shown to them */
    public record Decision(String person, String seal) {}

    private FourEyes() {}

    /** @param authors everybody who has written it */
    public static boolean mayDecide(Set<String> authors, String person) {
        return !authors.contains(person);
    }

    /** Whether the content with this seal is approved by at least one person who has not written it. */
    public static boolean satisfied(Set<String> authors, String seal, Collection<Decision> approvals) {
        return approvals.stream().anyMatch(a -> a.seal().equals(seal) && mayDecide(authors, a.person()));
    }
}
