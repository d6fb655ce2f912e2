/**
 * One action on many devices, with a result for each. An action is a bean that implements {@link
 * io.safestep.app.round.RoundAction}.
 */
package io.safestep.app.round;
