/** Where changes are booked and how much room there is. The front door is {@link io.safestep.app.schedule.Schedule}. */
@NullMarked
package io.safestep.app.schedule;

import org.jspecify.annotations.NullMarked;
