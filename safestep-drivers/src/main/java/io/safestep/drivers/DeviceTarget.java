package io.safestep.drivers;

import io.safestep.core.platform.PlatformProfile;
import org.jspecify.annotations.Nullable;

/**
 * Everything needed to get into one device.
 *
 * @param name the device's name, for messages
 * @param site where it is; sessions are bounded for each site
 * @param host the address to connect to, after address translation
 * @param port TCP port
 * @param profile how to talk with it
 * @param login the account on the device
 * @param password its password; never logged
 * @param pinnedHostKey the host key seen first, in the form {@code type base64}, or null when none was seen yet
 * @param limits for how long it is waited for, where that was said for this device; null where its profile says it
 */
public record DeviceTarget(
        String name,
        String site,
        String host,
        int port,
        PlatformProfile profile,
        String login,
        String password,
        @Nullable String pinnedHostKey,
        @Nullable TimeLimits limits) {

    public DeviceTarget(
            String name,
            String site,
            String host,
            int port,
            PlatformProfile profile,
            String login,
            String password,
            @Nullable String pinnedHostKey) {
        this(name, site, host, port, profile, login, password, pinnedHostKey, null);
    }

    /** @param usual what holds where neither the device nor its profile says anything */
    public TimeLimits limitsOr(TimeLimits usual) {
        return limits == null ? usual.with(profile.limits()) : limits;
    }

    @Override
    public String toString() {
        return name + " at " + host + " port " + port;
    }
}
