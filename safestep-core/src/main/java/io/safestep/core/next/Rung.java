package io.safestep.core.next;

/** The steps of a change, from the first word to the last. */
public enum Rung {
    DESCRIBE("Describe"),
    BUILD("Build"),
    APPROVE("Approve"),
    BOOK("Book"),
    RUN("Run"),
    CLOSE("Close");

    private final String title;

    Rung(String title) {
        this.title = title;
    }

    public String title() {
        return title;
    }
}
