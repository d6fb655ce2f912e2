package io.safestep.app.evidence;

import io.safestep.app.approval.ApprovalView;
import io.safestep.app.audit.RecordEntry;
import io.safestep.app.run.views.RunChecks;
import io.safestep.app.run.views.RunView;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.FailureRule;
import io.safestep.core.run.WaveOrder;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The whole record of a change, as {@code record.json} of an evidence pack holds it; {@code record.schema.json} describes
 * it. All instants are UTC.
 *
 * @param format name and version of this form
 * @param seal SHA-256 of what was approved
 * @param checks what the checks of each run found
 * @param intact whether the chain of hashes over the whole audit record was unbroken when the pack was made
 */
record EvidenceRecord(
        String format,
        Instant madeAt,
        String madeBy,
        Described change,
        List<ApprovalView> approvals,
        List<RunView> runs,
        List<RunChecks> checks,
        List<RecordEntry> record,
        boolean intact) {

    static final String FORMAT = "safestep-evidence/2";

    /** What was asked for and decided. */
    record Described(
            int number,
            String title,
            String reason,
            String category,
            @Nullable String emergencyReason,
            ChangeState state,
            String author,
            String authorName,
            Instant createdAt,
            @Nullable Instant submittedAt,
            @Nullable String seal,
            @Nullable String outcomeNote,
            FailureRule failureRule,
            List<WaveOrder.Wave> waves) {}
}
