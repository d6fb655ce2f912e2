package io.safestep.core.check;

/**
 * What is wrong with a check as it is written.
 *
 * @param field the part of it, as {@link CheckDefinition} names it
 * @param sentence what to do
 */
public record CheckProblem(String field, String sentence) {}
