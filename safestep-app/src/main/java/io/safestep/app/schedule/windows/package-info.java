/**
 * Windows, their openings, and what is booked into them. The front door is {@link
 * io.safestep.app.schedule.windows.Windows}.
 */
@NullMarked
package io.safestep.app.schedule.windows;

import org.jspecify.annotations.NullMarked;
