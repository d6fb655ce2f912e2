package io.safestep.real;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.awaitility.Awaitility;

/** An OpenSSH server in front of a device. */
final class SshDoor implements AutoCloseable {

    private final Process server;

    private SshDoor(Process server) {
        this.server = server;
    }

    /**
     * @param address of loopback
     * @param inside how the session goes on: a line of sshd_config
     */
    static SshDoor open(Path folder, String name, String address, int port, String inside) {
        Path key = folder.resolve(name + ".key");
        Path configuration = folder.resolve(name + ".sshd");
        try {
            Files.createDirectories(Path.of("/run/sshd"));
            LabCommands.run("ssh-keygen", "-q", "-t", "ed25519", "-N", "", "-f", key.toString());
            Files.writeString(configuration, """
                    Port %d
                    ListenAddress %s
                    HostKey %s
                    PidFile none
                    UsePAM no
                    PasswordAuthentication yes
                    PermitRootLogin no
                    MaxStartups 100
                    MaxSessions 50
                    AllowUsers %s
                    %s
                    """.formatted(port, address, key, LabAccount.LOGIN, inside));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Process server = LabCommands.start(
                folder.resolve(name + ".sshd.log"),
                List.of("/usr/sbin/sshd", "-D", "-e", "-f", configuration.toString()));
        Awaitility.await("the SSH server of " + name)
                .atMost(Duration.ofSeconds(20))
                .until(() -> takes(address, port));
        return new SshDoor(server);
    }

    private static boolean takes(String address, int port) {
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(address, port), 500);
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    @Override
    public void close() {
        LabCommands.end(server);
    }
}
