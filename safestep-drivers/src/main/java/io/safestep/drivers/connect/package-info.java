/**
 * Opens a session in the way that a profile says. The front door is {@link
 * io.safestep.drivers.connect.PlatformConnector}.
 */
@NullMarked
package io.safestep.drivers.connect;

import org.jspecify.annotations.NullMarked;
