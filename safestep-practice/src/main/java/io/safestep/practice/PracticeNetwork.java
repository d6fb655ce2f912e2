package io.safestep.practice;

import io.safestep.practice.api.PracticeApi;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.network.LiveNetwork;
import io.safestep.practice.network.MerrowSound;
import io.safestep.practice.ssh.DeviceSshServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The simulated network: devices that answer on loopback, and the API with which faults are switched. The front door of
 * this module.
 */
public final class PracticeNetwork implements AutoCloseable {

    private final Map<String, PracticeDevice> devices = new LinkedHashMap<>();
    private final List<AutoCloseable> servers = new ArrayList<>();
    private final LiveNetwork network;
    private int apiPort;

    private PracticeNetwork(Path folder) {
        MerrowSound.addresses()
                .forEach((name, address) -> devices.put(
                        name, new PracticeDevice(name, address, factory(name), folder.resolve(name + ".startup"))));
        network = new LiveNetwork(MerrowSound.cabling(), devices.values(), Clock.systemUTC());
    }

    /**
     * Starts every device and the API.
     *
     * @param folder where startup configurations and host keys are kept
     * @param devicePort the TCP port on which each device listens at its own loopback address
     * @param apiPort the TCP port of the API on 127.0.0.1; 0 takes a free one
     * @throws IOException when an address and port can't be listened on; nothing is left listening then
     */
    public static PracticeNetwork start(Path folder, int devicePort, int apiPort) throws IOException {
        Files.createDirectories(folder);
        PracticeNetwork practice = new PracticeNetwork(folder);
        try {
            for (PracticeDevice device : practice.devices.values()) {
                String listen = listenAddress(device.address());
                DeviceSshServer server = new DeviceSshServer(
                        device,
                        practice.network,
                        Clock.systemUTC(),
                        listen,
                        devicePort,
                        folder.resolve(device.name() + ".hostkey"));
                practice.servers.add(server);
                try {
                    server.start();
                } catch (IOException e) {
                    throw new IOException(listen + " port " + devicePort + ": " + e.getMessage(), e);
                }
            }
            PracticeApi api = new PracticeApi(practice.devices, apiPort);
            practice.servers.add(api);
            practice.apiPort = api.start();
            return practice;
        } catch (IOException e) {
            practice.close();
            throw e;
        }
    }

    /** The loopback address that stands for a device's address: the last two numbers are the same. */
    public static String listenAddress(String address) {
        return "127." + address.substring(address.indexOf('.') + 1);
    }

    public PracticeDevice device(String name) {
        return devices.get(name);
    }

    public int apiPort() {
        return apiPort;
    }

    private static String factory(String name) {
        try (InputStream stream = PracticeNetwork.class.getResourceAsStream("/network/" + name + ".conf")) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException("The factory configuration of " + name + " can't be read.", e);
        }
    }

    @Override
    public void close() {
        for (AutoCloseable server : servers) {
            try {
                server.close();
            } catch (Exception e) {
                throw new IllegalStateException("A practice device could not be stopped.", e);
            }
        }
    }
}
