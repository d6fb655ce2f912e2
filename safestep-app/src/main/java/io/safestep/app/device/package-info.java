/**
 * What Safe Step knows of the devices, and their platforms. The front doors are {@link io.safestep.app.device.Devices}
 * and {@link io.safestep.app.platform.Platforms}.
 */
@NullMarked
package io.safestep.app.device;

import org.jspecify.annotations.NullMarked;
