package io.safestep.core.risk;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * What a change could cost, with why.
 *
 * @param points the sum
 * @param reasons what gave it, what counts most first
 */
public record Risk(int points, RiskLevel level, List<Reason> reasons) {

    public Risk {
        reasons = List.copyOf(reasons);
    }

    /**
     * @param points how many it gave
     * @param sentence which facts of this change it is
     */
    public record Reason(RiskFactor factor, int points, String sentence) {}

    public static Risk of(Submission submission, RiskWeights weights) {
        List<Reason> reasons = Stream.of(RiskFactor.values())
                .map(f -> reason(f, submission, weights))
                .filter(r -> r.points() > 0)
                .sorted(Comparator.comparing(Reason::points).reversed().thenComparing(Reason::factor))
                .toList();
        int sum = reasons.stream().mapToInt(Reason::points).sum();
        return new Risk(sum, weights.level(sum), reasons);
    }

    private static Reason reason(RiskFactor factor, Submission submission, RiskWeights weights) {
        int points = factor.times(submission) * weights.of(factor);
        return new Reason(factor, points, points == 0 ? "" : factor.sentence(submission));
    }
}
