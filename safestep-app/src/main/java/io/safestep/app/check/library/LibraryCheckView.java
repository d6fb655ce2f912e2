package io.safestep.app.check.library;

import io.safestep.core.check.definition.CheckDefinition;
import java.time.Instant;
import java.util.List;

/**
 * A check of the library.
 *
 * @param looksAt what it looks at, in words
 * @param expected what it expects, in words
 * @param sets names of the sets that hold it
 * @param platforms on which it can be looked at
 */
public record LibraryCheckView(
        long id,
        int version,
        String name,
        String description,
        CheckDefinition definition,
        String looksAt,
        String expected,
        List<String> sets,
        List<String> platforms,
        String writtenBy,
        Instant writtenAt) {}
