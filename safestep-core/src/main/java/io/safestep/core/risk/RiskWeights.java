package io.safestep.core.risk;

import java.util.EnumMap;
import java.util.Map;

/**
 * How much each thing counts, and from how many points on a risk is called raised or high.
 *
 * @param points by factor, 0 to {@value #MOST_POINTS}; a factor that is not named counts as usual
 */
public record RiskWeights(Map<RiskFactor, Integer> points, int raisedFrom, int highFrom) {

    public static final int MOST_POINTS = 20;
    public static final int MOST_LIMIT = 100;

    public RiskWeights {
        Map<RiskFactor, Integer> all = new EnumMap<>(RiskFactor.class);
        for (RiskFactor factor : RiskFactor.values()) {
            int of = points.getOrDefault(factor, factor.usual());
            if (of < 0 || of > MOST_POINTS) {
                throw new IllegalArgumentException(factor + " counts 0 to " + MOST_POINTS);
            }
            all.put(factor, of);
        }
        points = Map.copyOf(all);
        if (raisedFrom < 1 || highFrom <= raisedFrom || highFrom > MOST_LIMIT) {
            throw new IllegalArgumentException("raised comes before high, both between 1 and " + MOST_LIMIT);
        }
    }

    /** As long as nobody has said otherwise. */
    public static RiskWeights usual() {
        return new RiskWeights(Map.of(), 5, 10);
    }

    public int of(RiskFactor factor) {
        return points.getOrDefault(factor, factor.usual());
    }

    RiskLevel level(int sum) {
        if (sum >= highFrom) {
            return RiskLevel.HIGH;
        }
        return sum >= raisedFrom ? RiskLevel.RAISED : RiskLevel.LOW;
    }
}
