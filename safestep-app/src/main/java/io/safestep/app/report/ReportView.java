package io.safestep.app.report;

import io.safestep.core.drift.FindingState;
import io.safestep.core.report.ChangeReport;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A report.
 *
 * @param from the stretch of time begins, UTC
 * @param until and ends before, UTC
 * @param changes those that were submitted in it, and the runs that began in it
 * @param windows how windows were used that opened in it, and have closed
 * @param drift findings that were opened in it, by site
 * @param hidden whether there is more that the person does not see
 */
public record ReportView(
        Instant from,
        Instant until,
        ChangeReport changes,
        List<WindowUse> windows,
        List<DriftOfSite> drift,
        boolean hidden) {

    /**
     * @param openings how many there were
     * @param used how many of them held a change
     * @param changes the numbers of the changes that were booked into them
     */
    public record WindowUse(String window, int openings, int used, List<Integer> changes) {}

    /** @param site name */
    public record DriftOfSite(String site, List<Decided> decided) {}

    /**
     * @param state how far it was decided
     * @param findings ids
     * @param oldest since when the oldest of them is there, UTC
     */
    public record Decided(
            FindingState state,
            List<Long> findings,
            @Nullable Instant oldest) {}
}
