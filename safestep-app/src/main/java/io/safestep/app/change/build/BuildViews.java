package io.safestep.app.change.build;

import io.safestep.app.backup.Backups;
import io.safestep.app.backup.views.DifferenceRowView;
import io.safestep.app.change.asked.Asked;
import io.safestep.app.device.Device;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.compare.DifferenceRow;
import io.safestep.core.config.tree.ConfigTree;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Turns what was worked out for a device into what people see of it: secrets masked. */
@Component
public class BuildViews {

    private final DeviceBuilds builds;
    private final Backups backups;

    BuildViews(DeviceBuilds builds, Backups backups) {
        this.builds = builds;
        this.backups = backups;
    }

    public BuildView of(Device device, @Nullable Long baselineId, Asked asked) {
        return of(device, baselineId, builds.outcome(device, baselineId, asked));
    }

    public BuildView of(Device device, @Nullable Long baselineId, Outcome outcome) {
        Instant takenAt = baselineId == null ? null : backups.takenAt(baselineId);
        ConfigEngine engine = builds.engine(device);
        String lines = outcome.lines() == null ? null : engine.maskedText(outcome.lines());
        if (!outcome.isDerivable()) {
            return BuildView.underivable(device.name(), takenAt, outcome, lines);
        }
        DeviceBuild build = outcome.derived();
        ConfigTree after = engine.numbered(build.outcome());
        List<DifferenceRow> rows = engine.rows(engine.numbered(build.baseline()), after);
        return new BuildView(
                device.name(),
                takenAt,
                outcome.complaints(),
                outcome.problems(),
                lines,
                rows.stream().map(DifferenceRowView::of).toList(),
                engine.writeMasked(after),
                engine.maskedLines(build.script()),
                engine.maskedLines(build.undo()),
                build.proof().proven(),
                build.proof().obstacles(),
                builds.mayRestoreStartup(device),
                outcome.cut().map(BuildView.PathCut::of).orElse(null));
    }
}
