package io.safestep.core.check.definition;

import java.util.Arrays;
import java.util.List;

/** What sort of thing a check looks at. */
public enum LookKind {
    /** A read command that the platform profile names, sent to a device. */
    READ(
            "Read command",
            Arrays.stream(Expectation.values())
                    .filter(e -> e != Expectation.SAVED && e != Expectation.CONFIRMED)
                    .toList()),
    /** Whether Safe Step can log in to the device. */
    REACHABLE("Log-in from Safe Step", List.of(Expectation.REACHABLE)),
    /** Whether startup is the same as running. */
    SAVED("Configuration saved", List.of(Expectation.SAVED)),
    /** Whether a TCP port answers Safe Step. */
    TCP("TCP probe from Safe Step", List.of(Expectation.REACHABLE)),
    /** What the device has written to its log since the run began: nothing of it was there before. */
    LOG(
            "Log since the run began",
            List.of(
                    Expectation.CONTAINS,
                    Expectation.ABSENT,
                    Expectation.AT_LEAST,
                    Expectation.AT_MOST,
                    Expectation.EQUALS)),
    /** A question that a person answers after the change. */
    CONFIRM("A person answers a question", List.of(Expectation.CONFIRMED));

    private final String title;
    private final List<Expectation> expectations;

    LookKind(String title, List<Expectation> expectations) {
        this.title = title;
        this.expectations = expectations;
    }

    /** What people call it; a read command has a title of its own. */
    public String title() {
        return title;
    }

    /** What can be expected of it, the usual one first. */
    public List<Expectation> expectations() {
        return expectations;
    }
}
