package io.safestep.core.inventory;

import java.util.Set;

/**
 * What the rules of groups look at in a device.
 *
 * @param site name of its site
 * @param role lower case, as in the words of the product
 * @param platform name of its platform profile
 */
public record DeviceTraits(String name, String site, String role, String platform, Set<String> labels) {}
