package io.safestep.core.run;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The next thing to do in a run. */
public sealed interface Decision {

    /** One phase on one device. */
    record Step(String device, Phase phase) {}

    /** Begin these, all of which may be done at the same time as each other and as what is going on. */
    record Perform(List<Step> steps) implements Decision {
        public Perform {
            steps = List.copyOf(steps);
        }
    }

    /**
     * Store that these devices are brought back to what they held before.
     *
     * @param whole the run as a whole turns back: nothing more is done on the way there
     * @param device on which it failed; null when something else is the cause
     */
    record TakeBack(
            Set<String> devices,
            boolean whole,
            Cause cause,
            @Nullable String device) implements Decision {
        public TakeBack {
            devices = Set.copyOf(devices);
        }
    }

    /** Why something is taken back. */
    enum Cause {
        FAILURE,
        STOPPED,
        SKIPPED,
        TURN_BACK_POINT
    }

    /** Nothing is done until a person has decided. */
    record Hold(Reason reason, List<String> devices) implements Decision {

        public Hold {
            devices = List.copyOf(devices);
        }

        /** What a person is asked about. */
        public enum Reason {
            /** A person asked for a pause. */
            PAUSE_ASKED,
            /** Something failed, and the rule says to stop and wait. */
            FAILED,
            /** A device or a wave was taken back because something failed, and others are still to come. */
            TAKEN_BACK,
            /** The turn-back point has come, and the rule says to ask. */
            TURN_BACK_POINT
        }
    }

    /** @param until when to look again, UTC; null when what is going on has to end first */
    record Wait(@Nullable Instant until) implements Decision {}

    /** The run has ended. */
    record Finish(RunState state) implements Decision {}
}
