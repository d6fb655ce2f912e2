package io.safestep.app.people.accounts;

import io.safestep.app.people.stored.PersonToken;
import io.safestep.core.people.Right;
import io.safestep.core.people.Scope;
import java.time.Instant;
import java.util.List;
import java.util.TreeSet;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A token, without its secret. All instants are UTC.
 *
 * @param beginning the first characters, by which it is known again
 * @param rights what it may do now
 * @param scope for which devices now, in words; null for all
 * @param usedAt when it was last used, to the minute; null when it never was
 * @param usedFrom from which address
 * @param endedAt when somebody ended it; null while nobody did
 * @param open whether it can be used
 */
record TokenView(
        long id,
        String name,
        String beginning,
        List<Right> rights,
        @Nullable String scope,
        String madeBy,
        Instant madeAt,
        Instant endsAt,
        @Nullable Instant usedAt,
        @Nullable String usedFrom,
        @Nullable Instant endedAt,
        @Nullable String endedBy,
        boolean open) {

    static TokenView of(PersonToken t, Function<Scope, String> wording, Instant now) {
        return new TokenView(
                t.id(),
                t.name(),
                t.beginning(),
                new TreeSet<>(t.rightsNow()).stream().toList(),
                t.scopeNow().holdsEverything() ? null : wording.apply(t.scopeNow()),
                t.madeBy(),
                t.madeAt(),
                t.endsAt(),
                t.usedAt(),
                t.usedFrom(),
                t.endedAt(),
                t.endedBy(),
                t.isOpen(now));
    }
}
