/** Configurations as trees of lines. */
package io.safestep.core.config.tree;
