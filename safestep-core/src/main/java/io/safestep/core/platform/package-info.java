/**
 * Platform profiles. The front doors are {@link io.safestep.core.platform.ProfileReader} and {@link
 * io.safestep.core.platform.ShippedProfiles}.
 */
package io.safestep.core.platform;
