package io.safestep.app.check.services;

import io.safestep.core.check.definition.Severity;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A service with the sites to which it belongs.
 *
 * @param sites of the devices from which it is looked at
 */
record ServiceView(
        long id,
        int version,
        String name,
        String description,
        String address,
        @Nullable Integer port,
        Severity severity,
        int settleSeconds,
        List<String> sites,
        List<End> ends) {

    /** @param source null for the address that the device would choose */
    record End(String device, String site, @Nullable String source) {}
}
