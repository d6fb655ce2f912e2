package io.safestep.core.check.definition;

import java.util.Arrays;
import java.util.List;

/** What sort of thing a check looks at, and what goes with it. */
public enum LookKind {
    /** A read command that the platform profile names, sent to a device. */
    READ(
            "Read command",
            Looker.DEVICE,
            Stage.THROUGHOUT,
            Arrays.stream(Expectation.values())
                    .filter(e -> e != Expectation.SAVED && e != Expectation.CONFIRMED)
                    .toList(),
            "Whether the configuration is saved, and what a person confirms, are looked at by themselves: choose that above."),
    /** Whether Safe Step can log in to the device. */
    REACHABLE(
            "Log-in from Safe Step",
            Looker.NEW_LOG_IN,
            Stage.THROUGHOUT,
            List.of(Expectation.REACHABLE),
            "Whether something answers can only be expected to be reachable."),
    /** Whether startup is the same as running. */
    SAVED(
            "Configuration saved",
            Looker.DEVICE,
            Stage.ONCE_SAVED,
            List.of(Expectation.SAVED),
            "Of a saved configuration it can only be expected that it is saved."),
    /** Whether a TCP port answers Safe Step. */
    TCP(
            "TCP probe from Safe Step",
            Looker.SAFE_STEP,
            Stage.THROUGHOUT,
            List.of(Expectation.REACHABLE),
            "Whether something answers can only be expected to be reachable.") {
        @Override
        public List<String> arguments() {
            return List.of("address", "port");
        }
    },
    /** What the device has written to its log since the run began: nothing of it was there before. */
    LOG(
            "Log since the run began",
            Looker.DEVICE,
            Stage.OF_THE_CHANGE,
            List.of(
                    Expectation.CONTAINS,
                    Expectation.ABSENT,
                    Expectation.AT_LEAST,
                    Expectation.AT_MOST,
                    Expectation.EQUALS),
            "There are no log lines of this run before it. Choose absent, contains or a number."),
    /** A question that a person answers after the change. */
    CONFIRM(
            "A person answers a question",
            Looker.PERSON,
            Stage.OF_THE_CHANGE,
            List.of(Expectation.CONFIRMED),
            "A question can only be answered with yes or no.") {
        @Override
        public int longestSettling() {
            return LONGEST_QUESTION;
        }
    };

    private static final int LONGEST_SETTLING = 600;
    private static final int LONGEST_QUESTION = 7_200;

    /** Who looks. */
    public enum Looker {
        /** The device itself, in the session that there is. */
        DEVICE,
        /** The device, in a session that is opened to see whether it opens. */
        NEW_LOG_IN,
        /** Safe Step's own machine. */
        SAFE_STEP,
        /** A person who is asked. */
        PERSON
    }

    /** When in a run it can be looked at. */
    private enum Stage {
        /** Before the change, after it, and after an undo. */
        THROUGHOUT,
        /** Says something about the change alone: after an undo there is nothing to hold it against. */
        OF_THE_CHANGE,
        /** Only when the configuration was to be saved. */
        ONCE_SAVED
    }

    private final String title;
    private final Looker looker;
    private final Stage stage;
    private final List<Expectation> expectations;
    private final String unfit;

    LookKind(String title, Looker looker, Stage stage, List<Expectation> expectations, String unfit) {
        this.title = title;
        this.looker = looker;
        this.stage = stage;
        this.expectations = expectations;
        this.unfit = unfit;
    }

    /** What people call it; a read command has a title of its own. */
    public String title() {
        return title;
    }

    public Looker looker() {
        return looker;
    }

    public boolean asksPerson() {
        return looker == Looker.PERSON;
    }

    /** Whether it is looked at when the configuration has been saved, and not with the other checks. */
    public boolean onceSaved() {
        return stage == Stage.ONCE_SAVED;
    }

    /** Whether something was there before the change to which an undo has to come back. */
    public boolean afterUndo() {
        return stage == Stage.THROUGHOUT;
    }

    /** What can be expected of it, the usual one first. */
    public List<Expectation> expectations() {
        return expectations;
    }

    /** Why another expectation does not go with it, as a sentence. */
    public String unfit() {
        return unfit;
    }

    /** What it always has to be told; a read command says for itself what it asks for. */
    public List<String> arguments() {
        return List.of();
    }

    /** For how many seconds it may be waited at most until the expectation is met. */
    public int longestSettling() {
        return LONGEST_SETTLING;
    }
}
