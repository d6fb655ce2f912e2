package io.safestep.core.config.script;

import java.util.Objects;

/** A command can't be applied to the configuration at hand, for example the removal of a line that is not there. */
public class ScriptRefusedException extends RuntimeException {

    private final int index;

    /** @param index which command of the script, counted from 0 */
    ScriptRefusedException(int index, String reason) {
        super(reason);
        this.index = index;
    }

    /** The reason, as a sentence. */
    public String reason() {
        return Objects.requireNonNull(getMessage());
    }

    public int index() {
        return index;
    }
}
