/**
 * Stretches of time in which changes may not run. The front door is {@link io.safestep.app.schedule.freezes.Freezes}.
 */
package io.safestep.app.schedule.freezes;
