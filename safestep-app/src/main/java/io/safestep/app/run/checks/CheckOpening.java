package io.safestep.app.run.checks;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.time.Instant;

/** That somebody has opened what a check found on a device; the first who did. */
@Entity
public class CheckOpening {

    @EmbeddedId
    private Place place;

    private String openedBy;
    private Instant openedAt;

    /** A check on a device of a run. */
    @Embeddable
    public record Place(Long runDeviceId, Long checkId) {}

    protected CheckOpening() {}

    public CheckOpening(Place place, String openedBy, Instant openedAt) {
        this.place = place;
        this.openedBy = openedBy;
        this.openedAt = openedAt;
    }

    public Place place() {
        return place;
    }

    public String openedBy() {
        return openedBy;
    }
}
