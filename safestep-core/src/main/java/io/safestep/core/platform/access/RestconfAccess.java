package io.safestep.core.platform.access;

import io.safestep.core.platform.text.Format;
import java.time.Duration;
import org.jspecify.annotations.Nullable;

/**
 * RESTCONF over HTTPS (RFC 8040).
 *
 * @param root where the API begins, for example {@code /restconf}
 * @param startup path of the startup configuration beneath the root; null when the server writes every change to startup
 * @param save path of the operation that copies running to startup; null when none is needed
 * @param restore path of the operation that takes startup into force as a whole; null when there is none
 * @param port the TCP port on which devices listen; 443 where nothing else is said
 */
public record RestconfAccess(
        String root,
        @Nullable String startup,
        @Nullable String save,
        @Nullable String restore,
        int port) implements Access {

    @Override
    public boolean restoresStartup() {
        return restore != null && startup != null;
    }

    /** RFC 8040 has none. */
    @Override
    public boolean showsStartup() {
        return startup != null || save == null;
    }

    @Override
    public Format answers() {
        return Format.JSON;
    }

    @Override
    public Duration leastTimer() {
        return Duration.ZERO;
    }

    @Override
    public boolean notifies() {
        return false;
    }

    @Override
    public boolean hasTimer() {
        return false;
    }
}
