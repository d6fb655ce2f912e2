package io.safestep.app.discovery;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.device.record.DeviceRole;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A search.
 *
 * @param from the machine and address from which it looks
 * @param total how many addresses it will look at; grows during a walk
 * @param startedAt UTC
 * @param endedAt UTC; null while it goes on
 * @param stopRequestedBy who asked to stop it; null when nobody did
 * @param skipped what was left out and why, each a sentence
 * @param counts how many results there are in each state
 */
record SearchView(
        long id,
        Search.Kind kind,
        @JsonUnwrapped Scope scope,
        String from,
        long total,
        long lookedAt,
        String startedBy,
        Instant startedAt,
        @Nullable Instant endedAt,
        @Nullable String stopRequestedBy,
        List<String> skipped,
        Map<ResultState, Integer> counts) {

    /**
     * Where it looks.
     *
     * @param ranges blocks of addresses; empty for a walk
     * @param start name of the device from which it walks; null for a range
     * @param depth how many links it walks away from there
     * @param ports TCP ports at which devices are looked for, in this order
     */
    public record Scope(
            List<String> ranges,
            List<String> exclusions,
            @Nullable String start,
            int depth,
            List<Integer> ports) {}

    /**
     * What was found at an address.
     *
     * @param port on which something answered; null when nothing did
     * @param device the device that it is, or that is on record there; null when there is none
     * @param platform and what follows: null when it was not recognised
     * @param linkedWith names of the devices that it hears
     */
    record Result(
            long id,
            String address,
            @Nullable Integer port,
            int depth,
            ResultState state,
            String words,
            @Nullable String device,
            @Nullable String platform,
            @Nullable String maker,
            @Nullable String name,
            @Nullable String model,
            @Nullable String serial,
            @Nullable String software,
            List<String> linkedWith) {}

    /**
     * What is proposed for a new device.
     *
     * @param newSite whether the site is not known yet
     * @param partner null for none
     */
    record ProposalView(
            long resultId,
            String name,
            Reasoned site,
            boolean newSite,
            ReasonedRole role,
            @Nullable Reasoned partner,
            List<Reasoned> groups) {}

    record Reasoned(String value, String reason) {}

    record ReasonedRole(DeviceRole value, String reason) {}
}
