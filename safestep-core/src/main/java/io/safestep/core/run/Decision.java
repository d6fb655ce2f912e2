package io.safestep.core.run;

/** The next thing to do in a run. */
public sealed interface Decision {

    /** Do one phase on one device. */
    record Perform(String device, Phase phase) implements Decision {}

    /** The run has ended. */
    record Finish(RunState state) implements Decision {}
}
