package io.safestep.app.run.views;

import io.safestep.core.check.evaluation.CheckOutcome;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * How many checks came out how.
 *
 * @param open those that are not known yet
 * @param failedOn devices on which something failed, by wave
 */
record CheckTally(int all, int failed, int warned, int notYet, int open, List<String> failedOn) {

    private static final int MOST_NAMED = 4;

    static CheckTally of(List<RunChecks.Row> rows) {
        return new CheckTally(
                rows.size(),
                count(rows, CheckOutcome.FAILED),
                count(rows, CheckOutcome.WARNED),
                count(rows, CheckOutcome.NOT_YET),
                (int) rows.stream().filter(r -> r.outcome() == null).count(),
                rows.stream()
                        .filter(r -> r.outcome() == CheckOutcome.FAILED)
                        .map(RunChecks.Row::device)
                        .distinct()
                        .toList());
    }

    private static int count(List<RunChecks.Row> rows, CheckOutcome outcome) {
        return (int)
                rows.stream().filter(r -> Objects.equals(r.outcome(), outcome)).count();
    }

    /**
     * The verdict over all of them, as a sentence.
     *
     * @param ended the run has ended: what is not known by now will not be looked at any more
     */
    String words(boolean ended) {
        if (all == 0) {
            return "No checks were chosen: only the reading back decided.";
        }
        if (open == all) {
            return ended
                    ? "Nothing was looked at after the change."
                    : "Nothing has been looked at after the change yet.";
        }
        if (failed + warned + notYet + open == 0) {
            return all == 1 ? "The only check passed." : "All " + all + " checks passed.";
        }
        List<String> parts = new ArrayList<>();
        if (failed > 0) {
            String named = String.join(", ", failedOn.subList(0, Math.min(MOST_NAMED, failedOn.size())));
            int more = failedOn.size() - MOST_NAMED;
            parts.add(
                    failed + " of " + all + " checks failed, on " + named + (more > 0 ? " and " + more + " more" : ""));
        }
        if (warned > 0) {
            parts.add(warned + (warned == 1 ? " warns" : " warn"));
        }
        if (notYet > 0) {
            parts.add(notYet + " may be incomplete until a later change");
        }
        int passed = all - failed - warned - notYet - open;
        if (passed > 0) {
            parts.add(passed + " passed");
        }
        if (open > 0) {
            parts.add(open
                    + (ended
                            ? (open == 1 ? " was" : " were") + " not looked at after the change"
                            : (open == 1 ? " is" : " are") + " still to be looked at"));
        }
        String text = String.join("; ", parts);
        return text.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + text.substring(1) + ".";
    }
}
