/**
 * Windows, their openings, and what is booked into them. The front door is {@link
 * io.safestep.app.schedule.windows.Windows}.
 */
package io.safestep.app.schedule.windows;
