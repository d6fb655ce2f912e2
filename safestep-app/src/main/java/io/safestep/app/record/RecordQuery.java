package io.safestep.app.record;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What of the record is wanted, as it stands in a request.
 *
 * @param person log-in
 * @param subject as the record calls it
 * @param changes of a device: with the changes that touch it
 * @param action what was done
 * @param from ISO instant, UTC
 * @param until ISO instant, UTC; before it
 * @param words in the sentence
 */
record RecordQuery(
        @Nullable String person,
        @Nullable String subject,
        @Nullable Boolean changes,
        @Nullable String action,
        @Nullable Instant from,
        @Nullable Instant until,
        @Nullable String words) {}
