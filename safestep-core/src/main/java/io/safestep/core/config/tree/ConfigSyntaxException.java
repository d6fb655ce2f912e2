package io.safestep.core.config.tree;

import java.util.Objects;

/** A text can't be read as a configuration. */
public class ConfigSyntaxException extends RuntimeException {

    private final int line;

    /**
     * @param line where, counted from 1
     * @param reason a sentence for the person who wrote or fetched the text
     */
    public ConfigSyntaxException(int line, String reason) {
        super(reason);
        this.line = line;
    }

    /** The sentence for people; there always is one. */
    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }

    /** The reason, as a sentence. */
    public String reason() {
        return getMessage();
    }

    public int line() {
        return line;
    }
}
