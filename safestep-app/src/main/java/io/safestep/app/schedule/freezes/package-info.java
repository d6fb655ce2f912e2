/**
 * Stretches of time in which changes may not run. The front door is {@link io.safestep.app.schedule.freezes.Freezes}.
 */
@NullMarked
package io.safestep.app.schedule.freezes;

import org.jspecify.annotations.NullMarked;
