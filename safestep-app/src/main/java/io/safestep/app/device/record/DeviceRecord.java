package io.safestep.app.device.record;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What people say about a device that is known.
 *
 * @param siteCode short name of its site, which is added when there is none
 * @param siteName null or blank when the site is known
 * @param partner name of its partner; null for none
 * @param reach what is said for it about the way into it
 */
public record DeviceRecord(
        String address,
        String siteCode,
        @Nullable String siteName,
        DeviceRole role,
        String platform,
        @Nullable String partner,
        Set<String> labels,
        Reach reach) {}
