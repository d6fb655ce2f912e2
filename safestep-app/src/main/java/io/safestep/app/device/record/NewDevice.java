package io.safestep.app.device.record;

import io.safestep.core.platform.reading.DeviceIdentity;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Everything that is needed to know a device for the first time.
 *
 * @param siteCode short name of its site, which is added when there is none
 * @param siteName null or blank when the site is known, or is called as its code
 * @param identity who it says it is; null when it was not asked yet
 * @param hostKey the key that it showed, in the form {@code type base64}; null when it was not asked yet
 * @param port TCP port on which it is reached; null for that of its platform
 */
public record NewDevice(
        String name,
        String address,
        String siteCode,
        @Nullable String siteName,
        DeviceRole role,
        String platform,
        Set<String> labels,
        @Nullable DeviceIdentity identity,
        @Nullable String hostKey,
        @Nullable Integer port) {}
