package io.safestep.app.change.asked;

import jakarta.persistence.Embeddable;
import org.jspecify.annotations.Nullable;

/**
 * Who wants a change, who may have no account here.
 *
 * @param requestedBy their name; null for nobody in particular
 * @param requesterMail where they are told what becomes of it; null for nowhere
 * @param outsideReference what it is called elsewhere, such as the number of a ticket; null for nothing
 */
@Embeddable
public record Requester(
        @Nullable String requestedBy,
        @Nullable String requesterMail,
        @Nullable String outsideReference) {

    public static final Requester NONE = new Requester(null, null, null);
}
