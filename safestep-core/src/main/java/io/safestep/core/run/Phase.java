package io.safestep.core.run;

import java.util.List;

/** What a run does on one device, in this order; the undo phases only when something failed. */
public enum Phase {
    BACK_UP,
    CHECK_BEFORE,
    PUSH,
    READ_BACK,
    CHECK_AFTER,
    SAVE,
    AFTER_BACKUP,
    UNDO_PUSH,
    UNDO_READ_BACK,
    UNDO_CHECK,
    UNDO_SAVE;

    /** Done on every device before the first one is written to. */
    public static final List<Phase> PREPARATION = List.of(BACK_UP, CHECK_BEFORE);

    /** Done device by device in wave order. */
    public static final List<Phase> EXECUTION = List.of(PUSH, READ_BACK, CHECK_AFTER, SAVE, AFTER_BACKUP);

    /** Done device by device in reverse order. */
    public static final List<Phase> WAY_BACK = List.of(UNDO_PUSH, UNDO_READ_BACK, UNDO_CHECK, UNDO_SAVE);

    public boolean undo() {
        return WAY_BACK.contains(this);
    }
}
