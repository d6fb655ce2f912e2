package io.safestep.core.platform.form;

/**
 * One word of a line; a free text is one word.
 *
 * @param value whether it is a value and not a fixed word of the line's form
 */
public record LineWord(String text, boolean value) {}
