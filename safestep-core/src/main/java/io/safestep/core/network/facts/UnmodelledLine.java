package io.safestep.core.network.facts;

/**
 * A line of a configuration that the network model does not take into account.
 *
 * @param number of the line in the text
 * @param path the lines above it and the line, secrets masked, joined by {@code ›}
 * @param why what the model can't do with it, as a sentence
 */
public record UnmodelledLine(int number, String path, String why) {}
