package io.safestep.app.comment;

import java.util.List;

/**
 * Somebody has said something about a change that others are told. Published inside the transaction in which it is stored.
 *
 * @param number of the change
 * @param by log-in of who said it
 * @param body what was said
 * @param to log-ins of those who are told
 */
public record Spoken(int number, String by, String body, List<String> to) {}
