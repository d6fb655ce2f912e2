package io.safestep.app.change.asked;

import io.safestep.core.check.definition.CheckDefinition;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What an author writes.
 *
 * @param version the version that was read before; 0 for a new change
 * @param groups names of the groups by which devices were chosen
 * @param restoresStartup devices whose way back can't be proven take their startup configuration back as a whole
 * @param sheets lines for devices that somebody else runs
 * @param emergencyReason why it can't wait for its approval; null when it can
 * @param requester who wants it
 * @param standard id of the standard change as whose use it is written; null for none
 */
public record Draft(
        int version,
        String title,
        String reason,
        boolean undoAccepted,
        boolean restoresStartup,
        List<String> groups,
        List<Target> targets,
        List<ChosenCheck> checks,
        List<PeerSheet> sheets,
        RunOrder order,
        @Nullable String emergencyReason,
        Requester requester,
        @Nullable Long standard) {

    /** Without sheets for others, and run as usual. */
    public Draft(
            int version,
            String title,
            String reason,
            boolean undoAccepted,
            List<String> groups,
            List<Target> targets,
            List<CheckDefinition> checks) {
        this(
                version,
                title,
                reason,
                undoAccepted,
                false,
                groups,
                targets,
                checks.stream().map(c -> new ChosenCheck(c, null)).toList(),
                List.of(),
                RunOrder.usual(),
                null,
                Requester.NONE,
                null);
    }

    /** One device of a draft. */
    public record Target(String device, Asked asked) {}

    /** @param library name of the check in the library from which it was taken; null when the author wrote it */
    public record ChosenCheck(
            CheckDefinition definition, @Nullable String library) {}
}
