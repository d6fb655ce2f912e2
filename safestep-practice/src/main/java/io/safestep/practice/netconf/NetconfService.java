package io.safestep.practice.netconf;

import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.network.LiveNetwork;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.atomic.AtomicInteger;

/** NETCONF for all Haldrin devices. The front door of this package. */
public final class NetconfService implements AutoCloseable {

    private final LiveNetwork network;
    private final Map<String, Datastores> datastores = new ConcurrentHashMap<>();
    private final AtomicInteger sessions = new AtomicInteger();
    private final ScheduledExecutorService timers = Executors.newSingleThreadScheduledExecutor(runnable -> {
        Thread thread = new Thread(runnable, "confirm-timers");
        thread.setDaemon(true);
        return thread;
    });

    public NetconfService(LiveNetwork network) {
        this.network = network;
    }

    /** Holds one session until one side ends it. */
    public void serve(PracticeDevice device, InputStream in, OutputStream out) throws IOException {
        Datastores stores =
                datastores.computeIfAbsent(device.name(), n -> new Datastores(device, timers, network::changed));
        new NetconfSession(sessions.incrementAndGet(), device, stores, network, new Framing(in, out), timers).serve();
    }

    @Override
    public void close() {
        timers.shutdownNow();
    }
}
