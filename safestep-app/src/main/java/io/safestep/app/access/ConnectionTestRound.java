package io.safestep.app.access;

import io.safestep.app.device.Devices;
import io.safestep.app.round.RoundAction;
import io.safestep.core.people.Right;
import io.safestep.drivers.trial.StageResult;
import java.util.List;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Connection tests of many devices. The detail of a result is the list of its stages. */
@Component
public class ConnectionTestRound implements RoundAction {

    public static final String NAME = "TEST_CONNECTION";

    private final ConnectionTests tests;
    private final Devices devices;

    ConnectionTestRound(ConnectionTests tests, Devices devices) {
        this.tests = tests;
        this.devices = devices;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public String title() {
        return "Connection test";
    }

    @Override
    public Right right() {
        return Right.READ_DEVICES;
    }

    @Override
    public Outcome on(long deviceId, String device, String argument, String person) {
        List<StageResult> results = tests.test(deviceId);
        StageResult failed = ConnectionTests.firstFailed(results);
        String seenSerial = devices.withId(deviceId).seenSerial();
        String passed = seenSerial == null
                ? "Every stage passed."
                : "Every stage passed, but it shows serial number " + seenSerial + ", which is not the one on record.";
        return new Outcome(
                failed == null,
                failed == null ? passed : failed.stage().title() + ": " + failed.words(),
                JsonMapper.shared().writeValueAsString(StageView.of(results)));
    }
}
