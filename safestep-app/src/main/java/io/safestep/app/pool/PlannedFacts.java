package io.safestep.app.pool;

import io.safestep.core.config.tree.ConfigTree;
import java.util.List;

/** What changes that have not run yet would write: as good as used, so that nobody gets it from a pool. */
public interface PlannedFacts {

    /**
     * Lines that a change would write on a device.
     *
     * @param change as people write it, such as {@code CR-1003}
     */
    record Planned(String change, String platform, ConfigTree lines) {}

    List<Planned> planned();
}
