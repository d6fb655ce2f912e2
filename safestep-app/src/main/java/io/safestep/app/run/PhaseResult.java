package io.safestep.app.run;

import io.safestep.core.run.StepState;

/** @param words a sentence without a final stop, for people */
record PhaseResult(StepState state, String words) {

    static PhaseResult done(String words) {
        return new PhaseResult(StepState.DONE, words);
    }

    /** It has to be done once more, after what was found. */
    static PhaseResult again(String words) {
        return new PhaseResult(StepState.AGAIN, words);
    }

    /** What devices and drivers say are whole sentences; here the words go on. */
    static PhaseResult failed(String words) {
        return new PhaseResult(StepState.FAILED, words.endsWith(".") ? words.substring(0, words.length() - 1) : words);
    }
}
