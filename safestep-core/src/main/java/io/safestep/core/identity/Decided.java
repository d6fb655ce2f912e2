package io.safestep.core.identity;

import io.safestep.core.config.tree.ConfigTree;
import java.util.List;

/**
 * A configuration for another device.
 *
 * @param tree the configuration with what was decided; lines that nobody decided about are as they were
 * @param undecided lines about which nobody has decided
 * @param complaints what is wrong with decisions, as sentences
 */
public record Decided(ConfigTree tree, List<IdentityLine> undecided, List<String> complaints) {}
