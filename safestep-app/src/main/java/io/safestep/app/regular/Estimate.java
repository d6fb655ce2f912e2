package io.safestep.app.regular;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What a regular round will cost.
 *
 * @param devices how many it looks at
 * @param withMarker how many of them tell by one short read that nothing has changed
 * @param millisPerDevice of the newest rounds of this kind; null when there was none
 * @param seconds how long one time takes; null when that is not known
 * @param everySeconds from one time to the next, on average; null when there is only one
 * @param nextAt when it would begin next, UTC; null when it never would
 * @param warning what is wrong with it, in a sentence; null when nothing is
 */
record Estimate(
        int devices,
        int withMarker,
        @Nullable Long millisPerDevice,
        @Nullable Long seconds,
        @Nullable Long everySeconds,
        @Nullable Instant nextAt,
        @Nullable String warning) {}
