package io.safestep.app.approval;

import io.safestep.core.change.Verdict;
import java.time.Instant;

/**
 * @param counts an approval whose seal is that of the content as it is now
 * @param decidedAt UTC
 */
public record ApprovalView(
        String person,
        String personName,
        Verdict verdict,
        String comment,
        String sealBrief,
        boolean counts,
        Instant decidedAt) {}
