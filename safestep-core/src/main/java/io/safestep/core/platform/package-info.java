/**
 * Platform profiles. The front doors are {@link io.safestep.core.platform.ProfileReader} and {@link
 * io.safestep.core.platform.ShippedProfiles}.
 */
@NullMarked
package io.safestep.core.platform;

import org.jspecify.annotations.NullMarked;
