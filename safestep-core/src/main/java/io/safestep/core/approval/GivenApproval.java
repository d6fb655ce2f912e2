package io.safestep.core.approval;

import java.time.Instant;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * An approval that somebody has given.
 *
 * @param person log-in
 * @param seal of what they saw
 * @param at when, UTC
 * @param needs keys of what it was given for
 * @param actingFor log-in of who was away and for whom they spoke; null for themselves
 */
public record GivenApproval(
        String person,
        String seal,
        Instant at,
        Set<String> needs,
        @Nullable String actingFor) {

    public GivenApproval {
        needs = Set.copyOf(needs);
    }
}
