package io.safestep.app.scope;

import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.app.sight.SubjectGuard;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Devices, by their names. */
@Component
class DeviceGuard implements SubjectGuard {

    @Override
    public Subject subject() {
        return Subject.DEVICE;
    }

    @Override
    public void mustRead(Sight sight, String id) {
        sight.mustRead(id);
    }

    @Override
    public void mustAct(Sight sight, String id) {
        sight.mustAct(id);
    }

    @Override
    public Optional<Looked> looked(String id) {
        return Optional.of(new Looked(id, ""));
    }
}
