package io.safestep.core.change;

import java.util.Collection;

/** Law 5: the author is never the only approver. */
public final class FourEyes {

    /** @param person who decided; @param seal the seal of what was shown to them */
    public record Decision(String person, String seal) {}

    private FourEyes() {}

    public static boolean mayDecide(String author, String person) {
        return !author.equals(person);
    }

    /** Whether the content with this seal is approved by at least one person who is not its author. */
    public static boolean satisfied(String author, String seal, Collection<Decision> approvals) {
        return approvals.stream().anyMatch(a -> a.seal().equals(seal) && mayDecide(author, a.person()));
    }
}
