package io.safestep.app.report;

import io.safestep.app.change.ChangesInSight;
import io.safestep.app.kept.FoundOnceEach;
import io.safestep.app.kept.Stamps;
import io.safestep.app.schedule.windows.Windows;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.Category;
import io.safestep.core.change.ChangeState;
import io.safestep.core.drift.FindingState;
import io.safestep.core.people.Scope;
import io.safestep.core.report.ChangeReport;
import io.safestep.core.report.ReportedChange;
import io.safestep.core.report.ReportedRun;
import io.safestep.core.run.RunState;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Gathers what a report is about; a fixed number of questions, however much there is, and once for everybody who asks for the
 * same stretch of time.
 */
@Service
@Transactional(readOnly = true)
public class Reports {

    private static final int MOST_KEPT = 40;

    private final JdbcClient jdbc;
    private final ChangesInSight inSight;
    private final Windows windows;
    private final Clock clock;

    private final FoundOnceEach<Asked, ReportView> found;

    Reports(JdbcClient jdbc, ChangesInSight inSight, Windows windows, Stamps stamps, Clock clock) {
        this.jdbc = jdbc;
        this.inSight = inSight;
        this.windows = windows;
        this.clock = clock;
        this.found = new FoundOnceEach<>(stamps, Stamps.Listed.OPEN_CHANGES, clock, MOST_KEPT);
    }

    /**
     * On what a report depends beside what there is.
     *
     * @param login empty for everybody who sees all devices
     * @param devices those that they see
     */
    private record Asked(Instant from, Instant until, String login, Scope scope, Set<String> devices) {

        static Asked of(Instant from, Instant until, Sight sight) {
            return new Asked(
                    from,
                    until,
                    sight.readsEverything() ? "" : sight.login(),
                    sight.scope(),
                    sight.readsEverything() ? Set.of() : Set.copyOf(sight.names()));
        }
    }

    /**
     * @param from UTC
     * @param until UTC, later
     */
    public ReportView over(Instant from, Instant until, Sight sight) {
        return found.now(Asked.of(from, until, sight), asked -> gathered(from, until, sight));
    }

    private ReportView gathered(Instant from, Instant until, Sight sight) {
        List<ReportedChange> changes = changes(from, until);
        List<ReportedRun> runs = runs(from, until);
        Map<String, Map<Instant, List<Integer>>> booked = booked(from, until);
        Set<Integer> all = new HashSet<>();
        changes.forEach(c -> all.add(c.number()));
        runs.forEach(r -> all.add(r.change()));
        booked.values().forEach(openings -> openings.values().forEach(all::addAll));
        Set<Integer> seen = inSight.seenOf(sight, all);
        return new ReportView(
                from,
                until,
                ChangeReport.of(
                        changes.stream().filter(c -> seen.contains(c.number())).toList(),
                        runs.stream().filter(r -> seen.contains(r.change())).toList()),
                uses(from, until, booked, seen),
                drift(from, until, sight),
                seen.size() < all.size());
    }

    private List<ReportedChange> changes(Instant from, Instant until) {
        return jdbc.sql("""
                select c.number, c.title, c.category, c.state, c.submitted_at,
                  (select max(a.decided_at) from approval a where a.change_id = c.id and a.verdict = 'APPROVED') approved_at,
                  (select max(a.decided_at) from approval a where a.change_id = c.id and a.verdict = 'REVIEWED') reviewed_at
                from change_request c where c.submitted_at >= :from and c.submitted_at < :until order by c.number""")
                .param("from", Timestamp.from(from))
                .param("until", Timestamp.from(until))
                .query((row, i) -> {
                    Category category = Category.valueOf(row.getString("category"));
                    return new ReportedChange(
                            row.getInt("number"),
                            row.getString("title"),
                            category.word(),
                            ChangeState.valueOf(row.getString("state")),
                            row.getTimestamp("submitted_at").toInstant(),
                            instant(row, "approved_at"),
                            category == Category.EMERGENCY,
                            instant(row, "reviewed_at"));
                })
                .list();
    }

    private List<ReportedRun> runs(Instant from, Instant until) {
        return jdbc.sql("""
                select c.number, c.title, r.state, r.started_at, r.estimated_end, r.ended_at, r.verdict
                from run r join change_request c on c.id = r.change_id
                where r.started_at >= :from and r.started_at < :until order by r.id""")
                .param("from", Timestamp.from(from))
                .param("until", Timestamp.from(until))
                .query((row, i) -> new ReportedRun(
                        row.getInt("number"),
                        row.getString("title"),
                        RunState.valueOf(row.getString("state")),
                        row.getTimestamp("started_at").toInstant(),
                        row.getTimestamp("estimated_end").toInstant(),
                        instant(row, "ended_at"),
                        row.getString("verdict")))
                .list();
    }

    private static @Nullable Instant instant(ResultSet row, String column) throws SQLException {
        Timestamp at = row.getTimestamp(column);
        return at == null ? null : at.toInstant();
    }

    private record InOpening(String window, Instant opensAt, int change) {}

    /** Changes that stayed booked, by window and opening. */
    private Map<String, Map<Instant, List<Integer>>> booked(Instant from, Instant until) {
        Map<String, Map<Instant, List<Integer>>> booked = new LinkedHashMap<>();
        jdbc.sql("""
                select w.name, b.opens_at, c.number from booking b join change_window w on w.id = b.window_id
                join change_request c on c.id = b.change_id
                where b.cancelled_at is null and b.opens_at >= :from and b.opens_at < :until order by b.id""")
                .param("from", Timestamp.from(from))
                .param("until", Timestamp.from(until))
                .query((row, i) -> new InOpening(
                        row.getString("name"), row.getTimestamp("opens_at").toInstant(), row.getInt("number")))
                .list()
                .forEach(b -> booked.computeIfAbsent(b.window(), w -> new TreeMap<>())
                        .computeIfAbsent(b.opensAt(), o -> new ArrayList<>())
                        .add(b.change()));
        return booked;
    }

    /** That a window was used is told to all; by which change, to those who see it. */
    private List<ReportView.WindowUse> uses(
            Instant from, Instant until, Map<String, Map<Instant, List<Integer>>> booked, Set<Integer> seen) {
        Map<String, Set<Instant>> openings = new TreeMap<>();
        Instant now = clock.instant();
        for (Windows.Opening opening : windows.openings(from, until)) {
            Instant start = opening.occurrence().start();
            if (!start.isBefore(from)
                    && start.isBefore(until)
                    && !opening.occurrence().end().isAfter(now)) {
                openings.computeIfAbsent(opening.name(), w -> new TreeSet<>()).add(start);
            }
        }
        List<ReportView.WindowUse> uses = new ArrayList<>();
        openings.forEach((window, starts) -> {
            Map<Instant, List<Integer>> held = booked.getOrDefault(window, Map.of());
            Set<Integer> numbers = new TreeSet<>();
            starts.forEach(s -> numbers.addAll(held.getOrDefault(s, List.of())));
            numbers.retainAll(seen);
            uses.add(new ReportView.WindowUse(
                    window,
                    starts.size(),
                    (int) starts.stream().filter(held::containsKey).count(),
                    List.copyOf(numbers)));
        });
        return uses;
    }

    private record Finding(long id, String site, String device, FindingState state, Instant since) {}

    private List<ReportView.DriftOfSite> drift(Instant from, Instant until, Sight sight) {
        List<Finding> findings = jdbc.sql("""
                select f.id, s.name site, d.name device, f.state, f.first_seen_at
                from drift_finding f join device d on d.id = f.device_id join site s on s.id = d.site_id
                where f.first_seen_at >= :from and f.first_seen_at < :until order by s.name, f.id""")
                .param("from", Timestamp.from(from))
                .param("until", Timestamp.from(until))
                .query((row, i) -> new Finding(
                        row.getLong("id"),
                        row.getString("site"),
                        row.getString("device"),
                        FindingState.valueOf(row.getString("state")),
                        row.getTimestamp("first_seen_at").toInstant()))
                .list();
        Map<String, Map<FindingState, List<Finding>>> bySite = new LinkedHashMap<>();
        sight.seen(findings, Finding::device)
                .forEach(f -> bySite.computeIfAbsent(f.site(), s -> new TreeMap<>())
                        .computeIfAbsent(f.state(), s -> new ArrayList<>())
                        .add(f));
        List<ReportView.DriftOfSite> sites = new ArrayList<>();
        bySite.forEach((site, states) -> sites.add(new ReportView.DriftOfSite(
                site,
                states.entrySet().stream()
                        .map(e -> new ReportView.Decided(
                                e.getKey(),
                                e.getValue().stream().map(Finding::id).toList(),
                                e.getValue().stream()
                                        .map(Finding::since)
                                        .min(Instant::compareTo)
                                        .orElse(null)))
                        .toList())));
        return sites;
    }
}
