package io.safestep.app.pool;

import io.safestep.app.sight.Sight;
import io.safestep.core.pool.PoolKind;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A pool with what is left of it.
 *
 * @param ranges values, ranges or blocks, as they were written
 * @param length of the prefixes that are given; for addresses that of the prefix around an address of an interface, 0 for
 *     none
 * @param numberPlace for numbers: where in configurations they stand, with {n} in the place of the number; empty when
 *     nothing tells which are in use
 * @param size how many values there are in all
 * @param free how many could be given now
 * @param next the value that would be given next; null when none is left
 * @param uses values that are held by changes or in use in the network, by their order; empty in lists
 */
public record PoolView(
        long id,
        String name,
        PoolKind kind,
        String description,
        List<String> ranges,
        List<String> exclusions,
        int length,
        String numberPlace,
        long size,
        long free,
        @Nullable String next,
        List<Use> uses) {

    /** With the devices that somebody sees; that a value is taken is told, and not by whom. */
    PoolView told(Sight sight) {
        return sight.readsEverything()
                ? this
                : new PoolView(
                        id,
                        name,
                        kind,
                        description,
                        ranges,
                        exclusions,
                        length,
                        numberPlace,
                        size,
                        free,
                        next,
                        uses.stream().map(u -> u.told(sight)).toList());
    }

    /**
     * A value that is not free.
     *
     * @param allocation null when it was not given by Safe Step
     * @param change number of the change to which it was given; null otherwise
     * @param place for what it was given: a variable of a device, or a link
     * @param devices devices that use it in their newest configuration, and changes that would write it
     */
    public record Use(
            String value,
            @Nullable Long allocation,
            @Nullable Integer change,
            @Nullable String place,
            @Nullable String person,
            @Nullable Instant givenAt,
            List<String> devices) {

        private Use told(Sight sight) {
            List<String> seen = sight.seen(devices);
            boolean theirs = !seen.isEmpty();
            return new Use(
                    value,
                    allocation,
                    theirs ? change : null,
                    theirs ? sight.toldOrNull(place) : null,
                    theirs ? person : null,
                    givenAt,
                    seen);
        }
    }
}
