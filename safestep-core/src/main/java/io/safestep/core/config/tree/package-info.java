/** Configurations as trees of lines. */
@NullMarked
package io.safestep.core.config.tree;

import org.jspecify.annotations.NullMarked;
