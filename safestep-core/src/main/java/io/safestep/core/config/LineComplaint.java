package io.safestep.core.config;

/**
 * What is wrong with one line that an engineer wrote.
 *
 * @param line which line, counted from 1
 * @param reason a sentence
 */
public record LineComplaint(int line, String reason) {}
