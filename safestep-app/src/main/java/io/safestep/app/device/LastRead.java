package io.safestep.app.device;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What the last backup of a device showed. Only read here: {@link DeviceStandings} writes it.
 *
 * @param unsaved whether running and startup differ; null when that is not known
 * @param backedUpAt when it was last read or said that nothing has changed, UTC
 * @param marker what it said when it was read; the same as long as nothing changes
 * @param markerAt when it was read with that marker, UTC
 */
@Embeddable
record LastRead(
        @Column(insertable = false, updatable = false) @Nullable
        Boolean unsaved,

        @Column(insertable = false, updatable = false) @Nullable
        Instant backedUpAt,

        @Column(insertable = false, updatable = false) @Nullable
        String marker,

        @Column(insertable = false, updatable = false) @Nullable
        Instant markerAt) {

    static final LastRead NEVER = new LastRead(null, null, null, null);
}
