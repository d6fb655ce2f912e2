package io.safestep.core.people;

import java.util.Collection;

/**
 * For which devices somebody's rights hold. Nobody acts on what they can't see: a device in which they may act is always one
 * that they may read.
 *
 * @param reading devices that they see
 * @param acting devices to which their other rights apply; all devices means all that they see
 */
public record Scope(DeviceSet reading, DeviceSet acting) {

    public static final Scope EVERYWHERE = new Scope(DeviceSet.EVERYTHING, DeviceSet.EVERYTHING);
    public static final Scope NOTHING = new Scope(DeviceSet.NOTHING, DeviceSet.NOTHING);

    public Scope {
        acting = acting.everything() ? reading : acting;
    }

    public boolean holdsEverything() {
        return reading.everything() && acting.everything();
    }

    /** @param groupsOfDevice ids of the groups that hold the device now */
    public boolean reads(long site, Collection<Long> groupsOfDevice) {
        return reading.holds(site, groupsOfDevice);
    }

    /** @param groupsOfDevice ids of the groups that hold the device now */
    public boolean acts(long site, Collection<Long> groupsOfDevice) {
        return reading.holds(site, groupsOfDevice) && acting.holds(site, groupsOfDevice);
    }

    /** What both say, as {@link DeviceSet#common} puts it. */
    public Scope common(Scope other) {
        return new Scope(reading.common(other.reading), acting.common(other.acting));
    }

    /** Whether nothing of it goes beyond the other one. */
    public boolean isWithin(Scope other) {
        return reading.isWithin(other.reading) && acting.isWithin(other.acting);
    }
}
