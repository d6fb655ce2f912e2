package io.safestep.core.config;

import java.util.List;

/**
 * Whether script and then undo script give back the configuration that was there, by computation.
 *
 * @param proven the demonstration succeeded
 * @param obstacles when it did not: sentences that name the exact lines in the way
 */
public record UndoProof(boolean proven, List<String> obstacles) {}
