package io.safestep.drivers.cli;

import io.safestep.drivers.testing.StreamCommand;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import org.apache.sshd.common.session.helpers.AbstractSession;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.auth.keyboard.InteractiveChallenge;
import org.apache.sshd.server.auth.keyboard.KeyboardInteractiveAuthenticator;
import org.apache.sshd.server.auth.keyboard.UserAuthKeyboardInteractiveFactory;
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

    private final SshServer server;

    ScriptedDevice(Path hostKey, Behaviour behaviour) throws IOException {
        this(hostKey, "EC", 256, behaviour);
    }

    /** @param algorithm EC, RSA or EdDSA */
    ScriptedDevice(Path hostKey, String algorithm, int bits, Behaviour behaviour) throws IOException {
        server = StreamCommand.server(hostKey, algorithm, bits);
        server.setShellFactory(channel -> new StreamCommand((c, in, out) -> behaviour.serve(new Terminal(in, out))));
        server.start();
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
        server.setKeyPairProvider(StreamCommand.keys(other, "EC", 256));
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
}
