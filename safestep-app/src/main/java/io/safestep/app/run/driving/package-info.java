/**
 * Drives runs: looks, asks the core what is next, does it, and ends them. The front door is {@link
 * io.safestep.app.run.driving.DriveJob}.
 */
@NullMarked
package io.safestep.app.run.driving;

import org.jspecify.annotations.NullMarked;
