package io.safestep.app.change.build;

import io.safestep.app.backup.BackedUp;
import io.safestep.app.backup.Backups;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.network.ComputedNetwork;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Reads the configurations of all devices before somebody asks for them: after the start, and when new ones have come and
 * no more have for some seconds. Else whoever writes the first change would wait until thousands have been read.
 */
@Component
public class ReadAhead {

    private static final Logger LOG = LoggerFactory.getLogger(ReadAhead.class);
    private static final Duration QUIET = Duration.ofSeconds(3);

    private final ComputedNetwork network;
    private final Backups backups;
    private final Devices devices;
    private final LinkedBlockingQueue<Boolean> news = new LinkedBlockingQueue<>(1);
    private final Thread reader = new Thread(this::readAll, "read-ahead");
    private volatile boolean done;

    ReadAhead(ComputedNetwork network, Backups backups, Devices devices) {
        this.network = network;
        this.backups = backups;
        this.devices = devices;
        reader.setDaemon(true);
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        reader.start();
    }

    @EventListener
    void found(BackedUp backup) {
        if (backup.isNew()) {
            done = false;
            news.offer(true);
        }
    }

    /** Whether everything that is known to have come has been read. */
    public boolean done() {
        return done;
    }

    private void readAll() {
        try {
            while (true) {
                read();
                done = news.isEmpty();
                news.take();
                while (news.poll(QUIET.toMillis(), TimeUnit.MILLISECONDS) != null) {
                    // more has come meanwhile
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt(); // Safe Step ends
        }
    }

    private void read() {
        try {
            network.configured();
            for (Device device : devices.snapshots()) {
                if (device.baselineBackupId() != null && backups.hasRoomForTrees()) {
                    backups.keptTree(device.baselineBackupId());
                }
            }
        } catch (RuntimeException e) {
            // Whoever needs it reads it again, and is told what is wrong with it.
            LOG.warn("The configurations could not be read ahead: {}", e.getMessage());
        }
    }

    @PreDestroy
    void close() {
        reader.interrupt();
    }
}
