package io.safestep.practice;

import io.safestep.practice.api.PracticeApi;
import io.safestep.practice.corvane.CorvaneConfig;
import io.safestep.practice.device.DeviceConfiguration;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.gate.DeviceGate;
import io.safestep.practice.gate.DeviceGate.InnerServer;
import io.safestep.practice.identity.IdentityProvider;
import io.safestep.practice.log.LogMessages;
import io.safestep.practice.mail.MailSink;
import io.safestep.practice.netconf.NetconfService;
import io.safestep.practice.network.LiveNetwork;
import io.safestep.practice.network.MerrowSound;
import io.safestep.practice.network.NetworkPlan;
import io.safestep.practice.restconf.RestconfServer;
import io.safestep.practice.ssh.DeviceSshServer;
import io.safestep.practice.structured.StructuredLanguage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * The simulated network: devices that answer on loopback, a mail sink, and the API with which faults are switched. The
 * front door of this module.
 */
public final class PracticeNetwork implements AutoCloseable {

    private static final Map<String, Function<String, DeviceConfiguration>> LANGUAGES = Map.of(
            "corvane-cli", CorvaneConfig::load,
            "haldrin-netconf", StructuredLanguage.HALDRIN::read,
            "ostrel-restconf", StructuredLanguage.OSTREL::read);

    private final Map<String, PracticeDevice> devices = new LinkedHashMap<>();
    private final List<AutoCloseable> servers = new ArrayList<>();
    private final LiveNetwork network;
    private int apiPort;
    private int mailPort;
    private @Nullable MailSink mail;
    private @Nullable PracticeApi api;

    private PracticeNetwork(NetworkPlan plan, Path folder) {
        plan.file()
                .devices()
                .forEach(d -> devices.put(
                        d.name(),
                        new PracticeDevice(
                                d.name(),
                                d.address(),
                                d.platform(),
                                Objects.requireNonNull(LANGUAGES.get(d.platform())),
                                Objects.requireNonNull(plan.configurations().get(d.name())),
                                folder.resolve(d.name() + ".startup"),
                                Clock.systemUTC())));
        network = new LiveNetwork(plan, devices.values(), Clock.systemUTC());
    }

    /**
     * Where the practice network listens.
     *
     * @param devicePort the TCP port on which each device listens at its own loopback address
     * @param apiPort the TCP port of the API on 127.0.0.1; 0 takes a free one
     * @param mailPort the TCP port of the mail sink on 127.0.0.1; 0 takes a free one
     * @param logPort the UDP port on 127.0.0.1 to which devices send log messages; 0 for none
     */
    public record Ports(int devicePort, int apiPort, int mailPort, int logPort) {}

    /** Starts the network of Merrow Sound Ferries with the mail sink at a free port. */
    public static PracticeNetwork start(Path folder, int devicePort, int apiPort) throws IOException {
        return start(MerrowSound.plan(), folder, new Ports(devicePort, apiPort, 0, 0));
    }

    /**
     * Starts every device, the mail sink and the API.
     *
     * @param folder where startup configurations, host keys and certificates are kept
     * @throws IOException when an address and port can't be listened on; nothing is left listening then
     */
    public static PracticeNetwork start(NetworkPlan plan, Path folder, Ports ports) throws IOException {
        Files.createDirectories(folder);
        PracticeNetwork practice = new PracticeNetwork(plan, folder);
        try {
            practice.listen(plan, folder, ports);
            return practice;
        } catch (IOException e) {
            practice.close();
            throw e;
        }
    }

    private void listen(NetworkPlan plan, Path folder, Ports ports) throws IOException {
        DeviceGate gate = new DeviceGate(network::isReachable);
        servers.add(gate);
        NetconfService netconf = new NetconfService(network);
        servers.add(netconf);
        DeviceSshServer ssh = new DeviceSshServer(gate, network, netconf, folder);
        servers.add(ssh);
        InnerServer sessions = new InnerServer(ssh.start(), true);
        RestconfServer restconf = new RestconfServer(gate, network, folder);
        servers.add(restconf);
        InnerServer requests = new InnerServer(restconf.start(), false);
        for (PracticeDevice device : devices.values()) {
            if (device.address() != null) {
                InnerServer server = device.platform().equals("ostrel-restconf") ? requests : sessions;
                gate.listen(device, listenAddress(device.address()), ports.devicePort(), server);
            }
        }
        if (ports.logPort() > 0) {
            servers.add(announceTo(ports.logPort()));
        }
        mail = new MailSink(ports.mailPort());
        servers.add(mail);
        mailPort = mail.start();
        api = new PracticeApi(plan, devices, network, mail, ports.apiPort());
        servers.add(api);
        apiPort = api.start();
        gate.start();
    }

    /** Has the API tell of an identity provider, which is ended with the network. */
    void add(IdentityProvider provider) {
        servers.add(provider);
        Objects.requireNonNull(api).add(provider);
    }

    /**
     * Has every device send a log message to a UDP port on 127.0.0.1 when its configuration is changed.
     *
     * @return ends that
     */
    public LogMessages announceTo(int logPort) {
        LogMessages messages = new LogMessages(logPort);
        devices.values().stream()
                .filter(d -> d.address() != null)
                .forEach(d -> messages.announce(d, listenAddress(d.address())));
        return messages;
    }

    /** The loopback address that stands for a device's address: the last two numbers are the same. */
    public static String listenAddress(String address) {
        return "127." + address.substring(address.indexOf('.') + 1);
    }

    /** @throws NoSuchElementException when there is none */
    public PracticeDevice device(String name) {
        PracticeDevice device = devices.get(name);
        if (device == null) {
            throw new NoSuchElementException("No device called " + name);
        }
        return device;
    }

    public LiveNetwork network() {
        return network;
    }

    public int apiPort() {
        return apiPort;
    }

    /** What was sent to the mail sink, the newest first. */
    public List<MailSink.Mail> mails() {
        return Objects.requireNonNull(mail).mails();
    }

    public int mailPort() {
        return mailPort;
    }

    @Override
    public void close() {
        for (int i = servers.size() - 1; i >= 0; i--) {
            try {
                servers.get(i).close();
            } catch (Exception e) {
                throw new IllegalStateException("A part of the practice network could not be stopped.", e);
            }
        }
    }
}
