package io.safestep.practice.ssh;

import io.safestep.practice.device.CommandInterpreter;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.network.LiveNetwork;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider;

/** The SSH server of one practice device (RFC 4251 to 4254): password log-in, a shell, single commands. */
public final class DeviceSshServer implements AutoCloseable {

    private final SshServer server = SshServer.setUpDefaultServer();

    public DeviceSshServer(
            PracticeDevice device, LiveNetwork network, Clock clock, String listenAddress, int port, Path hostKeyFile) {
        server.setHost(listenAddress);
        server.setPort(port);
        SimpleGeneratorHostKeyProvider hostKey = new SimpleGeneratorHostKeyProvider(hostKeyFile);
        hostKey.setAlgorithm("EC");
        hostKey.setKeySize(256);
        server.setKeyPairProvider(hostKey);
        server.setPasswordAuthenticator((user, password, session) -> device.accepts(user, password));
        server.setShellFactory(channel ->
                new ShellCommand(new CommandInterpreter(device, network, clock), network::configurationChanged));
        server.setCommandFactory((channel, command) -> new SingleCommand(
                new CommandInterpreter(device, network, clock), command, network::configurationChanged));
        CoreModuleProperties.WELCOME_BANNER.set(
                server, "Merrow Sound Ferries practice device. Commands are recorded.\r\n");
        CoreModuleProperties.IDLE_TIMEOUT.set(server, Duration.ofMinutes(10));
    }

    /** @throws IOException when the address and port can't be listened on */
    public void start() throws IOException {
        server.start();
    }

    @Override
    public void close() throws IOException {
        server.stop(true);
    }
}
