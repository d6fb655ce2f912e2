package io.safestep.app.backup;

import io.safestep.app.device.Devices;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.app.sight.SubjectGuard;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Versions of configurations, by their ids: seen and acted on as their device is. */
@Component
@Transactional(readOnly = true)
public class BackupGuard implements SubjectGuard {

    private final Backups backups;
    private final Devices devices;

    BackupGuard(Backups backups, Devices devices) {
        this.backups = backups;
        this.devices = devices;
    }

    @Override
    public Subject subject() {
        return Subject.BACKUP;
    }

    private String device(String id) {
        return device(SubjectGuard.id(id, "This backup"));
    }

    private String device(long id) {
        return devices.withId(backups.deviceOf(id)).name();
    }

    /** @throws ProblemException the same as when there is no such version */
    public void mustRead(Sight sight, long id) {
        if (!sight.reads(device(id))) {
            throw ProblemException.notFound("This backup");
        }
    }

    @Override
    public void mustRead(Sight sight, String id) {
        mustRead(sight, SubjectGuard.id(id, "This backup"));
    }

    @Override
    public void mustAct(Sight sight, String id) {
        mustRead(sight, id);
        sight.mustAct(device(id));
    }

    @Override
    public Optional<Looked> looked(String id) {
        return Optional.of(new Looked(device(id), "backup " + id));
    }
}
