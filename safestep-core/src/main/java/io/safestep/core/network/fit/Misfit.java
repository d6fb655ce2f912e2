package io.safestep.core.network.fit;

/**
 * Something that does not go together in the configurations of a network.
 *
 * @param device the device on which it is seen
 * @param sentence what does not fit, for a person
 */
public record Misfit(String device, String sentence) {}
