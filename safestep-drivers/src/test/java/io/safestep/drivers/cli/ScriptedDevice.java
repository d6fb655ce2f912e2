package io.safestep.drivers.cli;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import org.apache.sshd.common.session.helpers.AbstractSession;
import org.apache.sshd.server.Environment;
import org.apache.sshd.server.ExitCallback;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.auth.keyboard.InteractiveChallenge;
import org.apache.sshd.server.auth.keyboard.KeyboardInteractiveAuthenticator;
import org.apache.sshd.server.auth.keyboard.UserAuthKeyboardInteractiveFactory;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider;
import org.apache.sshd.server.session.ServerSession;

/** A real SSH server on loopback whose shell does what a test tells it to, however awkward. */
final class ScriptedDevice implements AutoCloseable {

    /** The keyboard and the screen of one session, seen from the device. */
    static final class Terminal {
        private final InputStream in;
        private final OutputStream out;

        Terminal(InputStream in, OutputStream out) {
            this.in = in;
            this.out = out;
        }

        void print(String text) throws IOException {
            out.write(text.getBytes(StandardCharsets.UTF_8));
            out.flush();
        }

        /** Reads up to the return key, echoing; null when the other side has gone. */
        String readLine() throws IOException {
            StringBuilder line = new StringBuilder();
            int key;
            while ((key = in.read()) >= 0) {
                if (key == '\r') {
                    print("\r\n");
                    return line.toString();
                }
                line.append((char) key);
                print(String.valueOf((char) key));
            }
            return null;
        }

        int readKey() throws IOException {
            return in.read();
        }

        /** Reads up to the return key without echoing. */
        String readSilently() throws IOException {
            StringBuilder line = new StringBuilder();
            int key;
            while ((key = in.read()) >= 0 && key != '\r') {
                line.append((char) key);
            }
            return key < 0 ? null : line.toString();
        }

        /** The device takes its time. */
        void think(long milliseconds) {
            LockSupport.parkNanos(milliseconds * 1_000_000);
        }

        boolean hasKeys() throws IOException {
            return in.available() > 0;
        }
    }

    /** What the device does in a session. */
    interface Behaviour {
        void serve(Terminal terminal) throws IOException;
    }

    private final SshServer server = SshServer.setUpDefaultServer();

    ScriptedDevice(Path hostKey, Behaviour behaviour) throws IOException {
        this(hostKey, "EC", 256, behaviour);
    }

    /** @param algorithm EC, RSA or EdDSA */
    ScriptedDevice(Path hostKey, String algorithm, int bits, Behaviour behaviour) throws IOException {
        server.setHost("127.0.0.1");
        server.setKeyPairProvider(keys(hostKey, algorithm, bits));
        server.setPasswordAuthenticator((user, password, session) -> password.equals("right"));
        server.setShellFactory(channel -> new Shell(behaviour));
        server.setKeyExchangeFactories(server.getKeyExchangeFactories().stream()
                .filter(kex -> kex.getName().startsWith("ecdh"))
                .toList());
        server.start();
    }

    private static SimpleGeneratorHostKeyProvider keys(Path file, String algorithm, int bits) {
        SimpleGeneratorHostKeyProvider keys = new SimpleGeneratorHostKeyProvider(file);
        keys.setAlgorithm(algorithm);
        keys.setKeySize(bits);
        return keys;
    }

    /** From now on a password is taken only as the answer to a question (RFC 4256). */
    void askForPassword() {
        server.setPasswordAuthenticator(null);
        server.setUserAuthFactories(List.of(UserAuthKeyboardInteractiveFactory.INSTANCE));
        server.setKeyboardInteractiveAuthenticator(new KeyboardInteractiveAuthenticator() {
            @Override
            public InteractiveChallenge generateChallenge(
                    ServerSession session, String user, String language, String methods) {
                InteractiveChallenge challenge = new InteractiveChallenge();
                challenge.setInteractionName("Harbour");
                challenge.setInteractionInstruction("Only for those on duty.");
                challenge.setLanguageTag("");
                challenge.addPrompt("Pass phrase of today: ", false);
                return challenge;
            }

            @Override
            public boolean authenticate(ServerSession session, String user, List<String> answers) {
                return answers.equals(List.of("right"));
            }
        });
    }

    /** Shows another host key to the sessions that are open. */
    void swapHostKey(Path other) throws IOException {
        server.setKeyPairProvider(keys(other, "EC", 256));
        for (AbstractSession session : server.getActiveSessions()) {
            session.reExchangeKeys();
        }
    }

    int port() {
        return server.getPort();
    }

    @Override
    public void close() throws IOException {
        server.stop(true);
    }

    private static final class Shell implements Command {
        private final Behaviour behaviour;
        private InputStream in;
        private OutputStream out;
        private ExitCallback exit;
        private Thread thread;

        Shell(Behaviour behaviour) {
            this.behaviour = behaviour;
        }

        @Override
        public void start(ChannelSession channel, Environment environment) {
            thread = new Thread(() -> {
                try {
                    behaviour.serve(new Terminal(in, out));
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
            thread.interrupt();
        }

        @Override
        public void setExitCallback(ExitCallback callback) {
            exit = callback;
        }

        @Override
        public void setErrorStream(OutputStream err) {
            // everything is said on the normal stream
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
}
