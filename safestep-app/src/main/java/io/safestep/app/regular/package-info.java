/** Rounds that begin by themselves. */
@NullMarked
package io.safestep.app.regular;

import org.jspecify.annotations.NullMarked;
