package io.safestep.app.hearing;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.Devices;
import io.safestep.app.drift.DriftRound;
import io.safestep.app.job.JobHandler;
import io.safestep.app.round.RoundAction.Outcome;
import java.time.Instant;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Looks at a device because something has said that it was changed. The job's id is the name of the device. */
@Component
class LookJob implements JobHandler {

    static final String NAME = "look-at-device";

    private static final Logger LOG = LoggerFactory.getLogger(LookJob.class);

    private final Devices devices;
    private final DriftRound drift;

    LookJob(Devices devices, DriftRound drift) {
        this.devices = devices;
        this.drift = drift;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Optional<Instant> execute(String name) {
        devices.known(name).ifPresent(device -> {
            Outcome outcome = drift.on(device.id(), name, "", AuditLog.SAFE_STEP);
            LOG.info("{} said that it was changed: {}", name, outcome.words());
        });
        return Optional.empty();
    }
}
