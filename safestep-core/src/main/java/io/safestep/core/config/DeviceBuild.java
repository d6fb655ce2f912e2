package io.safestep.core.config;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;

/**
 * Everything that follows from a baseline and the lines of an engineer.
 *
 * @param baseline what the device has now
 * @param outcome what it will have, with secrets as written by the engineer
 * @param script the commands from baseline to outcome
 * @param undo the commands from outcome to baseline
 * @param proof whether the way back is proven
 */
public record DeviceBuild(ConfigTree baseline, ConfigTree outcome, Script script, Script undo, UndoProof proof) {}
