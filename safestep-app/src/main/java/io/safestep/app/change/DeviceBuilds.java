package io.safestep.app.change;

import io.safestep.app.backup.Backups;
import io.safestep.app.device.Device;
import io.safestep.app.device.Platforms;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.LineComplaint;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Component;

/** Derives what follows from an engineer's lines, from the stored baseline of a device. */
@Component
class DeviceBuilds {

    private final Backups backups;
    private final Platforms platforms;

    DeviceBuilds(Backups backups, Platforms platforms) {
        this.backups = backups;
        this.platforms = platforms;
    }

    ConfigEngine engine(Device device) {
        return platforms.engine(device.platform());
    }

    ConfigTree baseline(Device device, long backupId) {
        return engine(device).read(backups.text(backupId));
    }

    List<LineComplaint> complaints(Device device, Long backupId, String lines) {
        if (backupId == null) {
            return List.of(LineComplaint.error(
                    1, device.name() + " has no backup yet, so that nothing can be derived. Take one on its page."));
        }
        return engine(device).complaints(baseline(device, backupId), lines);
    }

    /** @throws io.safestep.core.config.ScriptRefusedException when there are errors */
    DeviceBuild build(Device device, long backupId, String lines) {
        return engine(device).build(baseline(device, backupId), lines);
    }

    /** Whether scripts can be derived from the lines. */
    boolean derivable(Device device, Long backupId, String lines) {
        return complaints(device, backupId, lines).stream().noneMatch(LineComplaint::isError);
    }

    /** Lines for somebody who may not see the secrets in them. */
    String masked(Device device, String lines) {
        ConfigEngine engine = engine(device);
        return engine.masked(engine.readScript(lines));
    }

    BuildView view(Device device, Long backupId, String lines) {
        List<LineComplaint> complaints = complaints(device, backupId, lines);
        Instant takenAt = backupId == null ? null : backups.takenAt(backupId);
        if (complaints.stream().anyMatch(LineComplaint::isError)) {
            return new BuildView(
                    device.name(), takenAt, complaints, List.of(), "", List.of(), List.of(), false, List.of());
        }
        ConfigEngine engine = engine(device);
        DeviceBuild build = build(device, backupId, lines);
        ConfigTree outcome = engine.numbered(build.outcome());
        return new BuildView(
                device.name(),
                takenAt,
                complaints,
                engine.rows(engine.numbered(build.baseline()), outcome).stream()
                        .map(BuildView.Row::of)
                        .toList(),
                engine.writeMasked(outcome),
                engine.maskedLines(build.script()),
                engine.maskedLines(build.undo()),
                build.proof().proven(),
                build.proof().obstacles());
    }
}
