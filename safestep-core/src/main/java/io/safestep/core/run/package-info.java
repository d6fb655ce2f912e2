/**
 * The next steps of a run as a pure decision, and whether one may begin. The front doors are {@link
 * io.safestep.core.run.RunDecisions} and {@link io.safestep.core.run.StartGate}.
 */
@NullMarked
package io.safestep.core.run;

import org.jspecify.annotations.NullMarked;
