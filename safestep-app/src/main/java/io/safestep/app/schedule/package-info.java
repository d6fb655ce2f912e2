/** Where changes are booked and how much room there is. The front door is {@link io.safestep.app.schedule.Schedule}. */
package io.safestep.app.schedule;
