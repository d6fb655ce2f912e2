package io.safestep.app.run;

import io.safestep.app.backup.Backups;
import io.safestep.app.change.Change;
import io.safestep.app.change.ChangeViews;
import io.safestep.app.change.Changes;
import io.safestep.app.device.Device;
import io.safestep.app.device.Platforms;
import io.safestep.core.config.ConfigEngine;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Gathers what a phase needs from what is stored. */
@Component
class DeviceWorks {

    private final RunDeviceRepository devices;
    private final Changes changes;
    private final ChangeViews views;
    private final Platforms platforms;
    private final Backups backups;

    DeviceWorks(RunDeviceRepository devices, Changes changes, ChangeViews views, Platforms platforms, Backups backups) {
        this.devices = devices;
        this.changes = changes;
        this.views = views;
        this.platforms = platforms;
        this.backups = backups;
    }

    @Transactional(readOnly = true)
    DeviceWork of(long runDeviceId) {
        RunDevice d = devices.findById(runDeviceId).orElseThrow();
        Change change = changes.withId(d.run().changeId());
        Device device = d.target().device();
        ConfigEngine engine = platforms.engine(device.platform());
        List<DeviceWork.Check> checks = change.checks().stream()
                .map(c -> new DeviceWork.Check(c.id(), views.title(c.definition()), c.definition()))
                .toList();
        return new DeviceWork(
                d.run().id(),
                change.number(),
                d.id(),
                d.deviceId(),
                device.name(),
                platforms.profile(device.platform()),
                engine,
                engine.readScript(d.target().script()),
                engine.read(backups.text(d.target().baselineBackupId())),
                d.beforeBackupId() == null ? null : engine.read(backups.text(d.beforeBackupId())),
                d.target().proven(),
                d.target().restoresStartup(),
                d.target().returnsToBackup(),
                d.run().turnBackAt(),
                checks);
    }
}
