package io.safestep.core.people;

import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.Set;

/**
 * Some of the devices: all, or those of sites and groups. A device belongs to it as soon as one of its sites or groups holds
 * it; what a group by rule holds moves with the rule.
 *
 * @param everything all devices, also those that are added later; sites and groups are empty then
 * @param sites ids
 * @param groups ids
 */
public record DeviceSet(boolean everything, Set<Long> sites, Set<Long> groups) {

    public static final DeviceSet EVERYTHING = new DeviceSet(true, Set.of(), Set.of());
    public static final DeviceSet NOTHING = new DeviceSet(false, Set.of(), Set.of());

    public DeviceSet {
        sites = everything ? Set.of() : Set.copyOf(sites);
        groups = everything ? Set.of() : Set.copyOf(groups);
    }

    public static DeviceSet of(Set<Long> sites, Set<Long> groups) {
        return new DeviceSet(false, sites, groups);
    }

    /** Whether no device can belong to it. */
    public boolean holdsNothing() {
        return !everything && sites.isEmpty() && groups.isEmpty();
    }

    /**
     * Whether a device belongs to it.
     *
     * @param groupsOfDevice ids of the groups that hold the device now
     */
    public boolean holds(long site, Collection<Long> groupsOfDevice) {
        return everything || sites.contains(site) || !Collections.disjoint(groups, groupsOfDevice);
    }

    /**
     * What both sets say. A device that one holds by its site and the other by a group is in neither: rather too little than
     * too much.
     */
    public DeviceSet common(DeviceSet other) {
        if (everything) {
            return other;
        }
        if (other.everything) {
            return this;
        }
        Set<Long> bothSites = new HashSet<>(sites);
        bothSites.retainAll(other.sites);
        Set<Long> bothGroups = new HashSet<>(groups);
        bothGroups.retainAll(other.groups);
        return of(bothSites, bothGroups);
    }

    /**
     * Whether the other set says everything that this one says. Two groups that happen to hold the same devices are not
     * within each other: tomorrow they may hold others.
     */
    public boolean isWithin(DeviceSet other) {
        return other.everything || !everything && other.sites.containsAll(sites) && other.groups.containsAll(groups);
    }
}
