package io.safestep.app.report;

import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import java.time.Duration;
import java.time.Instant;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Reports over HTTP. */
@RestController
class ReportController {

    /** Openings of windows are counted one by one. */
    private static final Duration LONGEST = Duration.ofDays(367);

    private final Reports reports;

    ReportController(Reports reports) {
        this.reports = reports;
    }

    /**
     * What became of changes, runs, windows and drift in a stretch of time, of what the person sees.
     *
     * @param from ISO instant, UTC
     * @param until ISO instant, UTC; before it. At most a year later
     */
    @GetMapping("/api/report")
    @PreAuthorize("hasAuthority('READ')")
    ReportView over(@RequestParam Instant from, @RequestParam Instant until, Sight sight) {
        if (!from.isBefore(until)) {
            throw ProblemException.invalid("until", "Choose an end that is later than the beginning.");
        }
        if (Duration.between(from, until).compareTo(LONGEST) > 0) {
            throw ProblemException.invalid("until", "A report is over a year at most.");
        }
        return reports.over(from, until, sight);
    }
}
