package io.safestep.app.change.beside;

/** What becomes of a change to a device that differs from its baseline where the change does not touch it; the strictest first. */
public enum UndecidedDrift {
    HOLD("a change writes nothing until drift is decided"),
    TELL("a change tells drift and goes on"),
    ALLOW("a change goes on without a word about drift");

    private final String words;

    UndecidedDrift(String words) {
        this.words = words;
    }

    /** What follows, as people read it. */
    public String words() {
        return words;
    }
}
