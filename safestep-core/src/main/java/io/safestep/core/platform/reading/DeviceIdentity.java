package io.safestep.core.platform.reading;

import org.jspecify.annotations.Nullable;

/**
 * Who a device says it is.
 *
 * @param maker who made it, as in the platform profile
 * @param name the name that it gives itself; null when it does not say
 * @param model the maker's name for the kind of box; null when it does not say
 * @param serial its serial number, by which one box is told from another; null when it does not say
 * @param software version of its operating software; null when it does not say
 */
public record DeviceIdentity(
        String maker,
        @Nullable String name,
        @Nullable String model,
        @Nullable String serial,
        @Nullable String software) {}
