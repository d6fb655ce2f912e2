package io.safestep.core.config.script;

/**
 * One command of a script.
 *
 * @param depth how many blocks have been entered before it; 0 is the top level of configuration mode
 * @param text the command, without indentation
 * @param verbatim whether it belongs to the text of the command above it and is sent letter by letter
 */
public record ScriptLine(int depth, String text, boolean verbatim) {

    public ScriptLine(int depth, String text) {
        this(depth, text, false);
    }
}
