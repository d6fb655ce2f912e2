package io.safestep.core.change;

/** What a run does when something fails on a device and, where it is a check, is not better at the end of its settle time. */
public enum FailureRule {
    UNDO_ALL("Undo everything", "When anything fails, everything that was pushed is undone, the last wave first."),
    UNDO_WAVE(
            "Undo the wave, then ask",
            "When anything fails, its wave is undone; then a person decides about the rest."),
    UNDO_DEVICE(
            "Undo the device, then ask",
            "When anything fails, that device is undone; then a person decides about the rest."),
    STOP_AND_WAIT(
            "Stop and wait",
            "When anything fails, nothing more is pushed and nothing is undone until a person decides.");

    private final String title;
    private final String sentence;

    FailureRule(String title, String sentence) {
        this.title = title;
        this.sentence = sentence;
    }

    /** What people call it. */
    public String title() {
        return title;
    }

    /** What it does, as a sentence. */
    public String sentence() {
        return sentence;
    }

    /** Whether a person is asked before anything is undone at the turn-back point. */
    public boolean asksFirst() {
        return this == STOP_AND_WAIT;
    }
}
