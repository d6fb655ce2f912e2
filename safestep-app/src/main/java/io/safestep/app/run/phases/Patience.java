package io.safestep.app.run.phases;

import io.safestep.drivers.DeviceException;
import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/** Waiting that ends at once when the process is asked to end. */
final class Patience {

    private Patience() {}

    static void pause(Duration time) throws DeviceException {
        try {
            new CountDownLatch(1).await(time.toMillis(), TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new DeviceException(DeviceException.Reason.SESSION_LOST, "Safe Step was asked to end.", e);
        }
    }
}
