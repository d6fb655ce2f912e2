package io.safestep.app.change;

import io.safestep.app.backup.Backups;
import io.safestep.app.device.Device;
import io.safestep.app.device.Platforms;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.DifferenceRow;
import io.safestep.core.config.Edited;
import io.safestep.core.config.LineComplaint;
import io.safestep.core.network.ownpath.OwnPath;
import io.safestep.core.paste.Cleaned;
import io.safestep.core.paste.PastedInstructions;
import io.safestep.core.platform.PlatformProfile;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Component;

/** Derives what follows from an engineer's lines, from the stored baseline of a device. */
@Component
class DeviceBuilds {

    private final Backups backups;
    private final Baselines baselines;
    private final Platforms platforms;

    DeviceBuilds(Backups backups, Baselines baselines, Platforms platforms) {
        this.backups = backups;
        this.baselines = baselines;
        this.platforms = platforms;
    }

    ConfigEngine engine(Device device) {
        return platforms.engine(device.platform());
    }

    /** Read anew from what is stored, for the seal. */
    ConfigTree baseline(Device device, long backupId) {
        return engine(device).read(backups.text(backupId));
    }

    /** What an author asks for, worked out. */
    Outcome outcome(Device device, Long baselineId, Asked asked) {
        if (baselineId == null) {
            return Outcome.refused(LineComplaint.error(
                    1, device.name() + " has no backup yet, so that nothing can be derived. Take one on its page."));
        }
        PlatformProfile profile = platforms.profile(device.platform());
        OwnPath path = ownPath(device, profile);
        ConfigTree baseline = baselines.of(baselineId, engine(device));
        ConfigEngine engine = path == null ? engine(device) : engine(device).sparing(path.lifeline(baseline));
        return switch (asked.way()) {
            case LINES -> {
                List<LineComplaint> complaints = engine.complaints(baseline, asked.text());
                yield complaints.stream().anyMatch(LineComplaint::isError)
                        ? Outcome.refused(complaints)
                        : Outcome.of(complaints, engine.build(baseline, asked.text()), path);
            }
            case CONFIGURATION -> {
                Edited edited = engine.edited(baseline, asked.text());
                yield edited.isUsable()
                        ? Outcome.of(edited.complaints(), engine.build(baseline, edited.tree()), path)
                        : Outcome.refused(edited.complaints());
            }
            case BACKUP ->
                asked.backupId() == null || !backups.belongsTo(asked.backupId(), device.id())
                        ? Outcome.refused(
                                LineComplaint.error(1, "Choose a backup of " + device.name() + " to return to."))
                        : Outcome.of(List.of(), engine.build(baseline, baselines.of(asked.backupId(), engine)), path);
        };
    }

    /** Null for a device that is called by a host name: which of its addresses that is, only a name server knows. */
    private static OwnPath ownPath(Device device, PlatformProfile profile) {
        return WrittenForms.isAddress(device.address())
                ? new OwnPath(profile, IpAddress.parse(device.address()))
                : null;
    }

    /** What was asked for, for somebody who may not see the secrets in it. */
    String masked(Device device, Asked asked) {
        ConfigEngine engine = engine(device);
        return engine.masked(engine.readScript(asked.text()));
    }

    Cleaned cleaned(Device device, String pasted) {
        return new PastedInstructions(platforms.profile(device.platform())).clean(pasted);
    }

    BuildView view(Device device, Long backupId, Asked asked) {
        Outcome outcome = outcome(device, backupId, asked);
        Instant takenAt = backupId == null ? null : backups.takenAt(backupId);
        if (!outcome.isDerivable()) {
            return BuildView.underivable(device.name(), takenAt, outcome.complaints());
        }
        ConfigEngine engine = engine(device);
        DeviceBuild build = outcome.build();
        ConfigTree after = engine.numbered(build.outcome());
        List<DifferenceRow> rows = engine.rows(engine.numbered(build.baseline()), after);
        return new BuildView(
                device.name(),
                takenAt,
                outcome.complaints(),
                rows.stream().map(BuildView.Row::of).toList(),
                engine.writeMasked(after),
                engine.maskedLines(build.script()),
                engine.maskedLines(build.undo()),
                build.proof().proven(),
                build.proof().obstacles(),
                outcome.cut().map(BuildView.PathCut::of).orElse(null));
    }
}
