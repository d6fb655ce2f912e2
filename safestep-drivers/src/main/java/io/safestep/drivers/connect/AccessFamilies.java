package io.safestep.drivers.connect;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.access.Access;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.cli.CliFamily;
import io.safestep.drivers.family.AccessFamily;
import io.safestep.drivers.family.AccessFamily.Carrier;
import io.safestep.drivers.family.AccessFamily.SshDoor;
import io.safestep.drivers.netconf.NetconfFamily;
import io.safestep.drivers.restconf.RestconfFamily;
import java.util.List;

/** All families of platforms that are spoken, and which of them a profile belongs to. */
public final class AccessFamilies {

    private final List<AccessFamily<?>> families = List.of(new CliFamily(), new NetconfFamily(), new RestconfFamily());

    public DeviceSession open(DeviceTarget target, TimeLimits limits, SshDoor door) throws DeviceException {
        return open(of(target.profile()), target, limits, door);
    }

    public DeviceSession openForReads(DeviceTarget target, TimeLimits limits, SshDoor door) throws DeviceException {
        return openForReads(of(target.profile()), target, limits, door);
    }

    public boolean overSsh(PlatformProfile profile) {
        return of(profile).carrier() == Carrier.SSH;
    }

    /** See {@link AccessFamily#tellsQuickly}. */
    public boolean tellsQuickly(PlatformProfile profile) {
        return of(profile).tellsQuickly();
    }

    /** The family of a profile; equal for profiles that are spoken with in the same way. */
    public AccessFamily<?> of(PlatformProfile profile) {
        return families.stream()
                .filter(family -> family.access().isInstance(profile.access()))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException(
                        "Nothing here speaks " + profile.access().getClass().getSimpleName() + "."));
    }

    private static <A extends Access> DeviceSession open(
            AccessFamily<A> family, DeviceTarget target, TimeLimits limits, SshDoor door) throws DeviceException {
        return family.open(family.access().cast(target.profile().access()), target, limits, door);
    }

    private static <A extends Access> DeviceSession openForReads(
            AccessFamily<A> family, DeviceTarget target, TimeLimits limits, SshDoor door) throws DeviceException {
        return family.openForReads(family.access().cast(target.profile().access()), target, limits, door);
    }
}
