package io.safestep.core.approval;

import org.jspecify.annotations.Nullable;

/**
 * How an approval by a rule is given, and for how long it holds.
 *
 * @param turn rules with a lower one are asked first; those with the same one side by side
 * @param answerHours hours until it is due; null when nobody waits for a time
 * @param escalateTo id of the team that may approve as well, and is told, once it is overdue; null for none
 * @param validHours hours after which it has to be given anew; null when it holds as long as the seal
 * @param readAll whoever approves has to have opened all of it
 * @param runnerApart whoever approves it does not start its run
 */
public record RuleTerms(
        int turn,
        @Nullable Integer answerHours,
        @Nullable Long escalateTo,
        @Nullable Integer validHours,
        boolean readAll,
        boolean runnerApart) {

    public static final int MOST_TURNS = 9;

    /** Half a year. */
    public static final int MOST_HOURS = 4_380;

    public static RuleTerms usual() {
        return new RuleTerms(1, null, null, null, false, false);
    }
}
