package io.safestep.app.access;

import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.device.Device;
import io.safestep.app.device.DeviceIdentities;
import io.safestep.app.device.Devices;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.trial.ConnectionTest;
import io.safestep.drivers.trial.Stage;
import io.safestep.drivers.trial.StageResult;
import io.safestep.drivers.trial.StageResult.Outcome;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Connection tests of devices that are known. */
@Service
public class ConnectionTests {

    private final Devices devices;
    private final DeviceIdentities identities;
    private final DeviceAccess access;

    ConnectionTests(Devices devices, DeviceIdentities identities, DeviceAccess access) {
        this.devices = devices;
        this.identities = identities;
        this.access = access;
    }

    /** Tests with the credential that is used for the device, and notes on the device what came of it. */
    public List<StageResult> test(long deviceId) {
        DeviceTarget target;
        try {
            target = access.target(deviceId);
        } catch (DeviceException e) {
            return withoutCredential(e.getMessage());
        }
        ConnectionTest test = new ConnectionTest(target, access.connector());
        List<StageResult> results = test.run();
        note(deviceId, test, results);
        return results;
    }

    private void note(long deviceId, ConnectionTest test, List<StageResult> results) {
        StageResult failed = firstFailed(results);
        String hostKey = test.hostKey().orElse(null);
        if (failed != null && failed.stage() == Stage.HOST_KEY && hostKey != null) {
            identities.offerHostKey(deviceId, hostKey);
        }
        test.identity().ifPresent(identity -> identities.identify(deviceId, identity));
        if (failed == null) {
            devices.seen(deviceId, hostKey);
        } else {
            devices.failed(deviceId, failed.stage().title() + ": " + failed.words());
        }
    }

    /** Tests an account that is perhaps not stored yet. Nothing is noted on the device. */
    public List<StageResult> test(Device device, Opened credential) {
        return new ConnectionTest(access.target(device, credential), access.connector()).run();
    }

    static @Nullable StageResult firstFailed(List<StageResult> results) {
        return results.stream()
                .filter(r -> r.outcome() == Outcome.FAILED)
                .findFirst()
                .orElse(null);
    }

    private static List<StageResult> withoutCredential(String words) {
        return Arrays.stream(Stage.values())
                .map(stage -> stage == Stage.LOG_IN
                        ? new StageResult(stage, Outcome.FAILED, words, "Say which credential to use.")
                        : new StageResult(stage, Outcome.NOT_REACHED, "Not tried.", null))
                .toList();
    }
}
