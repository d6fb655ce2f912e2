package io.safestep.core.config;

/**
 * What a device really holds, seen from a change.
 *
 * @param state which of the known configurations it is
 * @param landed how many of the differences between before and outcome are there
 * @param of how many there are in all
 * @param foreign how many differences to the outcome are none of the change's doing
 */
public record Holding(State state, int landed, int of, int foreign) {

    public enum State {
        BEFORE,
        OUTCOME,
        IN_BETWEEN
    }

    /** A sentence without a final stop, for people. */
    public String words() {
        String others = foreign == 0
                ? ""
                : ", and " + foreign + (foreign == 1 ? " line differs" : " lines differ")
                        + " that the change does not touch";
        return switch (state) {
            case BEFORE -> "holds what it held before" + others;
            case OUTCOME -> "holds the outcome" + others;
            case IN_BETWEEN -> "holds " + landed + " of " + of + " differences of the outcome" + others;
        };
    }
}
