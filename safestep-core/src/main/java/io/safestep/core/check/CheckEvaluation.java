package io.safestep.core.check;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/** Holds observations against expectations. The front door of this package. */
public final class CheckEvaluation {

    private CheckEvaluation() {}

    /**
     * Whether the device is fit to be changed: what the check looks at can be looked at, and something that must be
     * reachable afterwards is reachable now.
     */
    public static CheckVerdict before(CheckDefinition check, Observation before) {
        return check.expectation() == Expectation.REACHABLE
                ? reachable(before)
                : new CheckVerdict(true, before.summary());
    }

    /** Whether the expectation is met after the change. */
    public static CheckVerdict after(CheckDefinition check, Observation before, Observation after) {
        return switch (check.expectation()) {
            case SAME_AS_BEFORE -> same(before, after);
            case CONTAINS ->
                found(after, check.value())
                        ? new CheckVerdict(true, check.value() + " is present")
                        : new CheckVerdict(false, check.value() + " is not there");
            case ABSENT ->
                found(after, check.value())
                        ? new CheckVerdict(false, check.value() + " is still there")
                        : new CheckVerdict(true, check.value() + " is absent");
            case AT_LEAST -> atLeast(after, Integer.parseInt(check.value()));
            case REACHABLE -> reachable(after);
        };
    }

    /** Whether everything is again as it was before, for use after an undo. */
    public static CheckVerdict undone(CheckDefinition check, Observation before, Observation after) {
        return check.expectation() == Expectation.REACHABLE ? reachable(after) : same(before, after);
    }

    private static CheckVerdict same(Observation before, Observation after) {
        TreeSet<String> was = new TreeSet<>(before.rows());
        TreeSet<String> is = new TreeSet<>(after.rows());
        if (was.equals(is)) {
            return new CheckVerdict(true, "same as before: " + after.summary());
        }
        List<String> parts = new ArrayList<>();
        was.stream().filter(row -> !is.contains(row)).limit(3).forEach(row -> parts.add("gone: " + plain(row)));
        is.stream().filter(row -> !was.contains(row)).limit(3).forEach(row -> parts.add("new: " + plain(row)));
        return new CheckVerdict(false, String.join("; ", parts));
    }

    private static CheckVerdict atLeast(Observation after, int least) {
        int count = after.rows().size();
        return new CheckVerdict(count >= least, count + " found, at least " + least + " expected");
    }

    private static CheckVerdict reachable(Observation observation) {
        boolean answered = observation.rows().stream()
                .map(row -> row.substring(row.indexOf('\t') + 1))
                .anyMatch(value -> !value.startsWith("0 of"));
        return new CheckVerdict(answered, answered ? plain(observation.rows().get(0)) : "no answer");
    }

    /** A value is found when it is a row's subject, its state, or the whole row: never by a part of a word. */
    private static boolean found(Observation observation, String value) {
        return observation.rows().stream()
                .anyMatch(row -> row.startsWith(value + "\t")
                        || row.endsWith("\t" + value)
                        || plain(row).equals(value));
    }

    private static String plain(String row) {
        return row.replace('\t', ' ');
    }
}
