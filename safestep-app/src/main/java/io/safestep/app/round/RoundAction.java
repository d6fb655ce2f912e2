package io.safestep.app.round;

import io.safestep.core.people.Right;
import org.jspecify.annotations.Nullable;

/** Something that can be done on many devices, one after the other or at once. */
public interface RoundAction {

    /** Its name in the API; stays the same for ever, since it is stored. */
    String name();

    /** What it is called for people, such as {@code Connection test}. */
    String title();

    /** What somebody has to have the right to. */
    Right right();

    /**
     * Looks at the argument before anything is done.
     *
     * @throws io.safestep.app.problem.ProblemException when it can't be used
     */
    default void check(String argument) {}

    /**
     * Does it on one device. May be called again for a device when a process died before its result was stored.
     *
     * @param person the log-in of who started it
     */
    Outcome on(long deviceId, String device, String argument, String person);

    /**
     * How it went on one device.
     *
     * @param words a sentence
     * @param detail more of it, as JSON; null for none
     */
    record Outcome(boolean good, String words, @Nullable String detail) {

        public static Outcome good(String words) {
            return new Outcome(true, words, null);
        }

        public static Outcome bad(String words) {
            return new Outcome(false, words, null);
        }
    }
}
