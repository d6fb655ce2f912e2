package io.safestep.app.check.services;

import io.safestep.app.sight.Sight;
import io.safestep.core.check.definition.Severity;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A service with the sites to which it belongs.
 *
 * @param team id of the team that it belongs to; null for none
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
        @Nullable Long team,
        List<String> sites,
        List<End> ends) {

    /** With the devices that somebody sees. */
    ServiceView told(Sight sight) {
        List<End> seen = sight.seen(ends, End::device);
        return new ServiceView(
                id,
                version,
                name,
                description,
                address,
                port,
                severity,
                settleSeconds,
                team,
                sight.readsEverything()
                        ? sites
                        : seen.stream().map(End::site).distinct().toList(),
                seen);
    }

    /** @param source null for the address that the device would choose */
    record End(String device, String site, @Nullable String source) {}
}
