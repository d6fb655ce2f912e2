package io.safestep.app.device;

import io.safestep.app.settings.NetworkSettings;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Visits devices: log-in, address and host key are seen to here, and what came of it is noted on the device. */
@Component
public class DeviceAccess {

    /** What is done in a session. */
    public interface Visit<T> {
        T in(DeviceSession session) throws DeviceException;
    }

    private final DeviceRepository devices;
    private final Platforms platforms;
    private final SecretBox secrets;
    private final NetworkSettings settings;
    private final AddressTranslation translation;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final DeviceConnector connector = new PlatformConnector(TimeLimits.usual());

    DeviceAccess(
            DeviceRepository devices,
            Platforms platforms,
            SecretBox secrets,
            NetworkSettings settings,
            TransactionTemplate transaction,
            Clock clock) {
        this.devices = devices;
        this.platforms = platforms;
        this.secrets = secrets;
        this.settings = settings;
        this.translation = new AddressTranslation(settings.addressTranslation());
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * Opens a session, does what is to be done and closes it. Must not be called inside a transaction: devices take their
     * time.
     *
     * @throws DeviceException when the device can't be reached or does not do what it should
     */
    public <T> T visit(long deviceId, Visit<T> visit) throws DeviceException {
        DeviceTarget target =
                transaction.execute(t -> target(devices.findById(deviceId).orElseThrow()));
        try (DeviceSession session = connector.connect(target)) {
            T result = visit.in(session);
            String hostKey = session.hostKey();
            transaction.executeWithoutResult(
                    t -> devices.findById(deviceId).orElseThrow().seen(clock.instant(), hostKey));
            return result;
        } catch (DeviceException e) {
            if (e.reason() != DeviceException.Reason.LINE_REFUSED) {
                transaction.executeWithoutResult(
                        t -> devices.findById(deviceId).orElseThrow().failed(e.getMessage()));
            }
            throw e;
        }
    }

    private DeviceTarget target(Device device) {
        return new DeviceTarget(
                device.name(),
                device.siteName(),
                translation.reached(device.address()),
                settings.devicePort(),
                platforms.profile(device.platform()),
                device.credential().login(),
                secrets.open(device.credential().secret()),
                device.hostKey());
    }

    @PreDestroy
    void close() {
        connector.close();
    }
}
