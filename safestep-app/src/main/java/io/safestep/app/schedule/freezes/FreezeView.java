package io.safestep.app.schedule.freezes;

import io.safestep.app.sight.Sight;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A freeze, as people see it.
 *
 * @param begins wall time of the first beginning, in the network's time zone
 * @param ends wall time of the first end
 * @param recurrence a rule by RFC 5545; null for once
 * @param sites names of sites for which it holds
 * @param groups names of groups for which it holds; for the whole network when there is none of either
 * @param next when it holds now or next; null when it is over for good
 */
public record FreezeView(
        long id,
        String name,
        String reason,
        LocalDateTime begins,
        LocalDateTime ends,
        @Nullable String recurrence,
        List<String> sites,
        List<String> groups,
        String addedBy,
        @Nullable Span next) {

    /** Whether it holds for something of which somebody knows. */
    boolean isFor(Sight sight) {
        return sites.isEmpty() && groups.isEmpty()
                || sites.stream().anyMatch(sight::knowsSite)
                || groups.stream().anyMatch(sight::knowsGroup);
    }

    /** With the sites and groups of which somebody knows. */
    FreezeView told(Sight sight) {
        return new FreezeView(
                id,
                name,
                reason,
                begins,
                ends,
                recurrence,
                sites.stream().filter(sight::knowsSite).toList(),
                groups.stream().filter(sight::knowsGroup).toList(),
                addedBy,
                next);
    }

    /** From when until when, UTC. */
    public record Span(Instant begins, Instant ends) {}
}
