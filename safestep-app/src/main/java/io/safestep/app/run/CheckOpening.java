package io.safestep.app.run;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.time.Instant;

/** That somebody has opened what a check found on a device; the first who did. */
@Entity
class CheckOpening {

    @EmbeddedId
    private Place place;

    private String openedBy;
    private Instant openedAt;

    /** A check on a device of a run. */
    @Embeddable
    record Place(Long runDeviceId, Long checkId) {}

    protected CheckOpening() {}

    CheckOpening(Place place, String openedBy, Instant openedAt) {
        this.place = place;
        this.openedBy = openedBy;
        this.openedAt = openedAt;
    }

    Place place() {
        return place;
    }

    String openedBy() {
        return openedBy;
    }
}
