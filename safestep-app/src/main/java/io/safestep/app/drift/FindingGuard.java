package io.safestep.app.drift;

import io.safestep.app.device.Devices;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.app.sight.SubjectGuard;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Drift findings, by their ids: seen and acted on as their device is. */
@Component
@Transactional(readOnly = true)
class FindingGuard implements SubjectGuard {

    private final DriftFindingRepository findings;
    private final Devices devices;

    FindingGuard(DriftFindingRepository findings, Devices devices) {
        this.findings = findings;
        this.devices = devices;
    }

    @Override
    public Subject subject() {
        return Subject.FINDING;
    }

    private String device(String id) {
        return findings.findById(SubjectGuard.id(id, "This finding"))
                .map(f -> devices.withId(f.deviceId()).name())
                .orElseThrow(() -> ProblemException.notFound("This finding"));
    }

    @Override
    public void mustRead(Sight sight, String id) {
        if (!sight.reads(device(id))) {
            throw ProblemException.notFound("This finding");
        }
    }

    @Override
    public void mustAct(Sight sight, String id) {
        mustRead(sight, id);
        sight.mustAct(device(id));
    }

    @Override
    public Optional<Looked> looked(String id) {
        return Optional.of(new Looked(device(id), "finding " + id));
    }
}
