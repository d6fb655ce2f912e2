package io.safestep.core.config;

/**
 * One command of a script.
 *
 * @param depth how many blocks have been entered before it; 0 is the top level of configuration mode
 * @param text the command, without indentation
 */
public record ScriptLine(int depth, String text) {}
