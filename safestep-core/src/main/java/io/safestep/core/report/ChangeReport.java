package io.safestep.core.report;

import io.safestep.core.change.ChangeState;
import io.safestep.core.run.RunState;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * What a change manager is asked for every month. Every figure names the changes behind it.
 *
 * @param kinds what became of the changes, by their kind, in the order of the alphabet
 * @param rolledBack runs that went back or got stuck, newest first
 * @param waiting how long changes waited for their approval; null when none was approved
 * @param emergencies newest first
 * @param overEstimate runs that took longer than estimated, the longest first
 * @param runs how many have ended
 */
public record ChangeReport(
        List<KindOfChange> kinds,
        List<TurnedBack> rolledBack,
        @Nullable Waiting waiting,
        List<Emergency> emergencies,
        List<OverEstimate> overEstimate,
        int runs) {

    /** What became of a change. */
    public enum Outcome {
        /** Its run succeeded. */
        SUCCEEDED("succeeded"),
        /** Its run was rolled back. */
        ROLLED_BACK("rolled back"),
        /** Its run got stuck. */
        STUCK("got stuck"),
        /** It was rejected or withdrawn. */
        DROPPED("rejected or withdrawn"),
        /** It has not run to an end yet. */
        OPEN("still open");

        private final String word;

        Outcome(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /**
     * A figure.
     *
     * @param outcome of what
     * @param changes their numbers, the lowest first: as many as the figure says
     */
    public record Figure(Outcome outcome, List<Integer> changes) {}

    /**
     * @param kind as people call it
     * @param figures one for each outcome, in their order
     * @param succeeded how many of those that ran succeeded, in percent, rounded down: 100 only when all did; null when
     *     none ran
     */
    public record KindOfChange(
            String kind, List<Figure> figures, @Nullable Integer succeeded) {}

    /** @param why what came of the run, a sentence */
    public record TurnedBack(int change, String title, RunState state, String why) {}

    /**
     * @param approved how many were approved
     * @param medianSeconds half of them waited at most so long
     * @param mostSeconds nine of ten waited at most so long
     * @param longest those that waited the longest, at most ten
     */
    public record Waiting(int approved, long medianSeconds, long mostSeconds, List<Waited> longest) {}

    public record Waited(int change, String title, long seconds) {}

    /** @param reviewedAfterSeconds from submission to review; null while nobody has reviewed it */
    public record Emergency(
            int change,
            String title,
            ChangeState state,
            @Nullable Long reviewedAfterSeconds) {}

    public record OverEstimate(int change, String title, long estimatedSeconds, long tookSeconds) {}

    private static final int MOST_LONGEST = 10;
    private static final int PERCENT = 100;
    private static final int NINE_OF_TEN = 90;

    /**
     * @param changes those of the stretch of time
     * @param runs those of the stretch of time; also of changes that are not among them
     */
    public static ChangeReport of(Collection<ReportedChange> changes, Collection<ReportedRun> runs) {
        Map<Integer, ReportedRun> lastRun = new HashMap<>();
        runs.stream().sorted(Comparator.comparing(ReportedRun::startedAt)).forEach(r -> lastRun.put(r.change(), r));
        return new ChangeReport(
                kinds(changes, lastRun),
                runs.stream()
                        .filter(r -> r.state() == RunState.ROLLED_BACK || r.state() == RunState.STUCK)
                        .sorted(Comparator.comparing(ReportedRun::startedAt)
                                .reversed()
                                .thenComparingInt(ReportedRun::change))
                        .map(r -> new TurnedBack(
                                r.change(), r.title(), r.state(), r.verdict() == null ? "" : r.verdict()))
                        .toList(),
                waiting(changes),
                changes.stream()
                        .filter(ReportedChange::emergency)
                        .sorted(Comparator.comparingInt(ReportedChange::number).reversed())
                        .map(ChangeReport::emergency)
                        .toList(),
                runs.stream()
                        .filter(r -> r.over().isPresent())
                        .sorted(Comparator.comparing((ReportedRun r) -> r.over().orElse(Duration.ZERO))
                                .reversed()
                                .thenComparingInt(ReportedRun::change)
                                .thenComparing(ReportedRun::startedAt))
                        .map(r -> new OverEstimate(
                                r.change(),
                                r.title(),
                                r.estimate().toSeconds(),
                                r.took().orElse(Duration.ZERO).toSeconds()))
                        .toList(),
                (int) runs.stream().filter(r -> r.endedAt() != null).count());
    }

    private static Emergency emergency(ReportedChange change) {
        return new Emergency(
                change.number(),
                change.title(),
                change.state(),
                change.reviewedAt() == null
                        ? null
                        : Duration.between(change.submittedAt(), change.reviewedAt())
                                .toSeconds());
    }

    /** A closed change is what its last run was. */
    static Outcome outcome(ReportedChange change, @Nullable ReportedRun run) {
        return switch (change.state()) {
            case COMPLETED -> Outcome.SUCCEEDED;
            case ROLLED_BACK -> Outcome.ROLLED_BACK;
            case NEEDS_ATTENTION -> Outcome.STUCK;
            case REJECTED, WITHDRAWN -> Outcome.DROPPED;
            case CLOSED -> run == null ? Outcome.DROPPED : ofRun(run.state());
            default -> Outcome.OPEN;
        };
    }

    private static Outcome ofRun(RunState state) {
        return switch (state) {
            case SUCCEEDED -> Outcome.SUCCEEDED;
            case ROLLED_BACK -> Outcome.ROLLED_BACK;
            case STUCK -> Outcome.STUCK;
            default -> Outcome.OPEN;
        };
    }

    private static List<KindOfChange> kinds(Collection<ReportedChange> changes, Map<Integer, ReportedRun> lastRun) {
        Map<String, List<ReportedChange>> byKind = new TreeMap<>();
        changes.forEach(
                c -> byKind.computeIfAbsent(c.kind(), k -> new ArrayList<>()).add(c));
        List<KindOfChange> kinds = new ArrayList<>();
        byKind.forEach((kind, all) -> {
            List<Figure> figures = new ArrayList<>();
            for (Outcome outcome : Outcome.values()) {
                figures.add(new Figure(outcome, numbers(all, c -> outcome(c, lastRun.get(c.number())) == outcome)));
            }
            kinds.add(new KindOfChange(kind, figures, succeeded(figures)));
        });
        return kinds;
    }

    private static List<Integer> numbers(Collection<ReportedChange> changes, Predicate<ReportedChange> which) {
        return changes.stream()
                .filter(which)
                .map(ReportedChange::number)
                .sorted()
                .toList();
    }

    private static @Nullable Integer succeeded(List<Figure> figures) {
        int good = figures.get(Outcome.SUCCEEDED.ordinal()).changes().size();
        int bad = figures.get(Outcome.ROLLED_BACK.ordinal()).changes().size()
                + figures.get(Outcome.STUCK.ordinal()).changes().size();
        return good + bad == 0 ? null : good * PERCENT / (good + bad);
    }

    private static @Nullable Waiting waiting(Collection<ReportedChange> changes) {
        List<Waited> waited = new ArrayList<>();
        for (ReportedChange change : changes) {
            change.waited().ifPresent(d -> waited.add(new Waited(change.number(), change.title(), d.toSeconds())));
        }
        if (waited.isEmpty()) {
            return null;
        }
        waited.sort(Comparator.comparingLong(Waited::seconds).thenComparingInt(Waited::change));
        return new Waiting(
                waited.size(), nearestRank(waited, PERCENT / 2), nearestRank(waited, NINE_OF_TEN), longest(waited));
    }

    private static List<Waited> longest(List<Waited> waited) {
        return waited.stream()
                .sorted(Comparator.comparingLong(Waited::seconds).reversed().thenComparingInt(Waited::change))
                .limit(MOST_LONGEST)
                .toList();
    }

    /** The smallest that at least so many percent do not exceed (nearest rank). */
    private static long nearestRank(List<Waited> sorted, int percent) {
        return sorted.get((sorted.size() * percent + PERCENT - 1) / PERCENT - 1).seconds();
    }
}
