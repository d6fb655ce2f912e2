package io.safestep.app.change;

import io.safestep.app.backup.views.OutcomeDifferenceView;
import io.safestep.app.backup.views.VersionRecords;
import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.problem.ProblemException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a change would leave on a device, beside any version that there is: of the same device, or of another one. */
@Service
@Transactional(readOnly = true)
class OutcomeComparison {

    private final Changes changes;
    private final DeviceBuilds builds;
    private final VersionRecords versions;

    OutcomeComparison(Changes changes, DeviceBuilds builds, VersionRecords versions) {
        this.changes = changes;
        this.builds = builds;
        this.versions = versions;
    }

    /** @param version id of a backup */
    OutcomeDifferenceView of(int number, String device, long version) {
        Change change = changes.numbered(number);
        ChangeTarget target = change.targets().stream()
                .filter(t -> t.device().name().equals(device))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound(change.subject() + " for " + device));
        Outcome outcome = builds.outcome(target.device(), target.baselineBackupId(), target.asked());
        if (!outcome.isDerivable()) {
            throw ProblemException.refused("What " + change.subject() + " leaves on " + device
                    + " can't be derived: lines are missing or wrong.");
        }
        return versions.difference(version, target.device(), outcome.derived().outcome());
    }
}
