package io.safestep.practice.ssh;

import io.safestep.practice.corvane.CommandInterpreter;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.gate.DeviceGate;
import io.safestep.practice.netconf.NetconfService;
import io.safestep.practice.network.LiveNetwork;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.sshd.common.io.IoSession;
import org.apache.sshd.common.keyprovider.KeyPairProvider;
import org.apache.sshd.common.session.SessionContext;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider;
import org.apache.sshd.server.session.ServerSessionImpl;
import org.apache.sshd.server.session.SessionFactory;
import org.apache.sshd.server.subsystem.SubsystemFactory;
import org.jspecify.annotations.Nullable;

/**
 * One SSH server (RFC 4251 to 4254) that acts for all devices that speak SSH: password log-in, a shell and single
 * commands for Corvane devices, the NETCONF subsystem (RFC 6242) for Haldrin devices.
 */
public final class DeviceSshServer implements AutoCloseable {

    private static final String COMMAND_LINE = "corvane-cli";
    private static final String NETCONF = "haldrin-netconf";

    /** What the makers' own servers call themselves (RFC 4253, section 4.2). */
    private static final Map<String, String> SOFTWARE = Map.of(COMMAND_LINE, "Tidewater_4.2", NETCONF, "Haldrin_7.1");

    private final SshServer server = SshServer.setUpDefaultServer();
    private final DeviceGate gate;
    private final LiveNetwork network;
    private final NetconfService netconf;
    private final HostKeys hostKeys;

    public DeviceSshServer(DeviceGate gate, LiveNetwork network, NetconfService netconf, Path keyFolder) {
        this.gate = gate;
        this.network = network;
        this.netconf = netconf;
        this.hostKeys = new HostKeys(keyFolder);
        server.setHost("127.0.0.1");
        server.setKeyPairProvider(hostKeys);
        server.setPasswordAuthenticator((user, password, session) -> {
            PracticeDevice device = device(session);
            return device != null && device.accepts(user, password, from(session));
        });
        server.setSessionFactory(new Sessions());
        server.setShellFactory(this::shell);
        server.setCommandFactory(this::single);
        server.setSubsystemFactories(List.of(new NetconfSubsystem()));
        CoreModuleProperties.WELCOME_BANNER.set(
                server, "Merrow Sound Ferries practice device. Commands are recorded.\r\n");
        CoreModuleProperties.IDLE_TIMEOUT.set(server, Duration.ofMinutes(10));
        CoreModuleProperties.TCP_NODELAY.set(server, true);
        CoreModuleProperties.SOCKET_BACKLOG.set(server, DeviceGate.BACKLOG);
        // Key exchanges of the quantum-safe kind take a tenth of a second each: too much for a thousand devices in one
        // process.
        server.setKeyExchangeFactories(server.getKeyExchangeFactories().stream()
                .filter(kex ->
                        !kex.getName().startsWith("sntrup") && !kex.getName().startsWith("mlkem"))
                .toList());
    }

    private @Nullable PracticeDevice device(SessionContext session) {
        return session.getRemoteAddress() instanceof InetSocketAddress address
                ? gate.deviceCallingFrom(address.getPort())
                : null;
    }

    private static String from(SessionContext session) {
        return session.getRemoteAddress() instanceof InetSocketAddress address
                ? address.getAddress().getHostAddress()
                : "-";
    }

    private CommandInterpreter interpreter(PracticeDevice device) {
        return new CommandInterpreter(device, network);
    }

    private Command shell(ChannelSession channel) {
        PracticeDevice device = device(channel.getSession());
        return device != null && device.platform().equals(COMMAND_LINE)
                ? new ShellCommand(interpreter(device), network::changed)
                : new Notice("This device has no command line; it speaks NETCONF.");
    }

    private Command single(ChannelSession channel, String command) {
        PracticeDevice device = device(channel.getSession());
        return device != null && device.platform().equals(COMMAND_LINE)
                ? new SingleCommand(interpreter(device), command, network::changed)
                : new Notice("This device has no command line; it speaks NETCONF.");
    }

    /** Each device with its maker's software. */
    private final class Sessions extends SessionFactory {
        Sessions() {
            super(server);
        }

        @Override
        protected ServerSessionImpl doCreateSession(IoSession connection) throws Exception {
            return new ServerSessionImpl(server, connection) {
                /** Called before there is more of this session than its connection. */
                @Override
                protected String resolveIdentificationString(String property) {
                    PracticeDevice device = device(this);
                    String software = device == null ? null : SOFTWARE.get(device.platform());
                    return software == null ? super.resolveIdentificationString(property) : "SSH-2.0-" + software;
                }
            };
        }
    }

    private final class NetconfSubsystem implements SubsystemFactory {
        @Override
        public String getName() {
            return "netconf";
        }

        @Override
        public Command createSubsystem(ChannelSession channel) throws IOException {
            PracticeDevice device = device(channel.getSession());
            if (device == null || !device.platform().equals(NETCONF)) {
                throw new IOException("this device does not speak NETCONF");
            }
            return new NetconfCommand(netconf, device);
        }
    }

    /** A key of its own for each device, and a second one for the day on which it was exchanged. */
    private final class HostKeys implements KeyPairProvider {
        private final Path folder;
        private final Map<String, SimpleGeneratorHostKeyProvider> providers = new ConcurrentHashMap<>();

        HostKeys(Path folder) {
            this.folder = folder;
        }

        @Override
        public Iterable<KeyPair> loadKeys(SessionContext session) throws IOException, GeneralSecurityException {
            PracticeDevice device = session == null ? null : device(session);
            if (device == null) {
                return List.of();
            }
            String name = device.name() + (device.has(Fault.CHANGED_HOST_KEY) ? ".hostkey-changed" : ".hostkey");
            return providers
                    .computeIfAbsent(name, n -> {
                        SimpleGeneratorHostKeyProvider provider = new SimpleGeneratorHostKeyProvider(folder.resolve(n));
                        provider.setAlgorithm("EC");
                        provider.setKeySize(256);
                        return provider;
                    })
                    .loadKeys(session);
        }
    }

    /** @return the port on 127.0.0.1 */
    public int start() throws IOException {
        server.start();
        return server.getPort();
    }

    @Override
    public void close() throws IOException {
        server.stop(true);
    }
}
