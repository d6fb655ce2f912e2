package io.safestep.app.device.record;

import io.safestep.core.platform.reading.DeviceIdentity;
import jakarta.persistence.Embeddable;
import org.jspecify.annotations.Nullable;

/**
 * Which box a device is known to be. Each is null while nobody has said it.
 *
 * @param model the maker's name for the kind of box
 * @param serial its serial number, by which one box is told from another
 * @param software version of its operating software
 * @param seenSerial the serial number that was seen last, when it is not the one on record
 */
@Embeddable
public record Box(
        @Nullable String model,
        @Nullable String serial,
        @Nullable String software,
        @Nullable String seenSerial) {

    /** Nobody has said, and it has not been asked. */
    public static final Box UNKNOWN = new Box(null, null, null, null);

    /** What is known after a device has said this of itself: another serial number is noted, not taken. */
    public Box shownAs(DeviceIdentity identity) {
        String shown = identity.serial();
        return serial != null && shown != null && !serial.equals(shown)
                ? new Box(model, serial, software, shown)
                : new Box(identity.model(), shown == null ? serial : shown, identity.software(), null);
    }

    /** The same once a person has said that another box stands there. */
    public Box asSeen() {
        return new Box(model, seenSerial, software, null);
    }
}
