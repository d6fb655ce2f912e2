/**
 * One action on many devices, with a result for each. An action is a bean that implements {@link
 * io.safestep.app.round.RoundAction}.
 */
@NullMarked
package io.safestep.app.round;

import org.jspecify.annotations.NullMarked;
