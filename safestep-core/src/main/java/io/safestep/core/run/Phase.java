package io.safestep.core.run;

import java.util.List;
import java.util.Locale;

/** What a run does on one device, in this order; the phases of the way back only where something is taken back. */
public enum Phase {
    BACK_UP("Back up"),
    CHECK_BEFORE("Check before"),
    /** Whether this device may be written to now: nothing has happened since the run began that speaks against it. */
    GATE("Gate"),
    PUSH("Push"),
    READ_BACK("Read back"),
    CHECK_AFTER("Check after"),
    /** Stops the dead-man timer; only where the platform has one. */
    CONFIRM("Confirm"),
    SAVE("Save"),
    AFTER_BACKUP("After-backup"),
    UNDO_PUSH("Undo"),
    UNDO_READ_BACK("Read back"),
    UNDO_CHECK("Check"),
    UNDO_SAVE("Save");

    private final String title;

    Phase(String title) {
        this.title = title;
    }

    /** What people call it beside the others; that of the way back has the same as that of the way there. */
    public String title() {
        return title;
    }

    /** What people call it in a sentence, where nothing else says that it is of the way back. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** Done on every device before the first one is written to. */
    public static final List<Phase> PREPARATION = List.of(BACK_UP, CHECK_BEFORE);

    /** Done wave by wave. */
    public static final List<Phase> EXECUTION =
            List.of(GATE, PUSH, READ_BACK, CHECK_AFTER, CONFIRM, SAVE, AFTER_BACKUP);

    /** Done wave by wave in reverse order. */
    public static final List<Phase> WAY_BACK = List.of(UNDO_PUSH, UNDO_READ_BACK, UNDO_CHECK, UNDO_SAVE);

    public boolean undo() {
        return WAY_BACK.contains(this);
    }

    /** Whether it may be done once more because a person asks for it after it failed: it only looks, or repeats itself. */
    public boolean repeatable() {
        return this != PUSH && !undo();
    }
}
