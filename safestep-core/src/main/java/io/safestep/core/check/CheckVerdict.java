package io.safestep.core.check;

/**
 * What a check says.
 *
 * @param passed whether the expectation is met
 * @param words a sentence without a final stop that says what was found
 */
public record CheckVerdict(boolean passed, String words) {}
