package io.safestep.drivers.testing;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import org.apache.sshd.server.Environment;
import org.apache.sshd.server.ExitCallback;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider;

/** What an SSH server of a test does in one channel, in a thread of its own. */
public final class StreamCommand implements Command {

    /** The device's side of a channel. */
    public interface Service {
        void serve(ChannelSession channel, InputStream in, OutputStream out) throws IOException;
    }

    private final Service service;
    private InputStream in;
    private OutputStream out;
    private ExitCallback exit;

    public StreamCommand(Service service) {
        this.service = service;
    }

    /** A server on 127.0.0.1 that knows the password {@code right}; not started yet. */
    public static SshServer server(Path hostKey, String algorithm, int bits) {
        SshServer server = SshServer.setUpDefaultServer();
        server.setHost("127.0.0.1");
        server.setKeyPairProvider(keys(hostKey, algorithm, bits));
        server.setPasswordAuthenticator((user, password, session) -> password.equals("right"));
        server.setKeyExchangeFactories(server.getKeyExchangeFactories().stream()
                .filter(kex -> kex.getName().startsWith("ecdh"))
                .toList());
        return server;
    }

    public static SimpleGeneratorHostKeyProvider keys(Path file, String algorithm, int bits) {
        SimpleGeneratorHostKeyProvider keys = new SimpleGeneratorHostKeyProvider(file);
        keys.setAlgorithm(algorithm);
        keys.setKeySize(bits);
        return keys;
    }

    @Override
    public void start(ChannelSession channel, Environment environment) {
        Thread thread = new Thread(() -> {
            try {
                service.serve(channel, in, out);
                exit.onExit(0);
            } catch (IOException e) {
                exit.onExit(1, e.getMessage());
            }
        });
        thread.setDaemon(true);
        thread.start();
    }

    @Override
    public void destroy(ChannelSession channel) {
        // the thread ends with the stream
    }

    @Override
    public void setExitCallback(ExitCallback callback) {
        exit = callback;
    }

    @Override
    public void setErrorStream(OutputStream err) {
        // nothing is said there
    }

    @Override
    public void setInputStream(InputStream stream) {
        in = stream;
    }

    @Override
    public void setOutputStream(OutputStream stream) {
        out = stream;
    }
}
