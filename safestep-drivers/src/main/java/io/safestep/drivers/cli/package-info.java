/** Conversations with command lines. */
@NullMarked
package io.safestep.drivers.cli;

import org.jspecify.annotations.NullMarked;
