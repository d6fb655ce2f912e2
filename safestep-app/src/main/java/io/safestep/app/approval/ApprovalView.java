package io.safestep.app.approval;

import io.safestep.core.change.Verdict;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * @param counts an approval whose seal is that of the content as it is now, and that has not ended
 * @param ended an approval for the content as it is now whose time is over
 * @param of what it was given for, such as {@code team Network leads}; empty for what is no approval
 * @param actingForName name of who was away and for whom they spoke; null for themselves
 * @param decidedAt UTC
 */
public record ApprovalView(
        String person,
        String personName,
        Verdict verdict,
        String comment,
        String sealBrief,
        boolean counts,
        boolean ended,
        List<String> of,
        @Nullable String actingForName,
        Instant decidedAt) {}
