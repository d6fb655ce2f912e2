/** The states of a change, its seal, and who may approve it. */
@NullMarked
package io.safestep.core.change;

import org.jspecify.annotations.NullMarked;
