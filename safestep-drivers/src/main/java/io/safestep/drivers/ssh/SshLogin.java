package io.safestep.drivers.ssh;

import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.net.ConnectException;
import java.net.NoRouteToHostException;
import java.net.SocketAddress;
import java.net.UnknownHostException;
import java.nio.channels.UnresolvedAddressException;
import java.security.PublicKey;
import java.time.Duration;
import java.util.EnumSet;
import java.util.Set;
import java.util.concurrent.TimeoutException;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.auth.password.PasswordIdentityProvider;
import org.apache.sshd.client.config.hosts.HostConfigEntryResolver;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.client.session.ClientSession.ClientSessionEvent;
import org.apache.sshd.common.AttributeRepository;
import org.apache.sshd.common.AttributeRepository.AttributeKey;
import org.apache.sshd.common.SshConstants;
import org.apache.sshd.common.config.keys.PublicKeyEntry;
import org.apache.sshd.common.keyprovider.KeyIdentityProvider;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.core.CoreModuleProperties;

/**
 * Logs in over SSH (RFC 4251 to 4254) with a password, by itself or as the answer to questions (RFC 4256), and a pinned
 * host key.
 */
public final class SshLogin implements AutoCloseable {

    private static final AttributeKey<HostKeyCheck> HOST_KEY = new AttributeKey<>();

    private static final PasswordAnswers ANSWERS = new PasswordAnswers();

    private final SshClient client;
    private final TimeLimits limits;

    /** Compares the key of one connection with the pinned one and remembers what was shown. */
    private static final class HostKeyCheck {
        private final String pinned;
        private volatile String shown;

        HostKeyCheck(String pinned) {
            this.pinned = pinned;
        }

        /** Asked again when keys are exchanged anew in mid-session: a device must not change its key meanwhile. */
        boolean accept(PublicKey key) {
            String known = shown == null ? pinned : shown;
            String now = PublicKeyEntry.toString(key);
            shown = now;
            return known == null || known.equals(now);
        }

        boolean swapped(String before) {
            return shown != null && !shown.equals(before);
        }

        boolean changed() {
            return pinned != null && shown != null && !pinned.equals(shown);
        }
    }

    /**
     * An open session.
     *
     * @param device its name, for messages
     * @param hostKey the host key that the device showed, in the form {@code type base64}
     */
    public record LoggedIn(ClientSession session, String device, String hostKey) {

        /** A request that no server knows: each must refuse it (RFC 4254, section 4), and so shows that it is there. */
        private static final String UNKNOWN_REQUEST = "still-there@safestep";

        private static final Duration SIGN_OF_LIFE = Duration.ofSeconds(3);

        /** @throws DeviceException with reason SESSION_LOST when the device gives no sign of life in this session */
        public void assureAnswers() throws DeviceException {
            try {
                Buffer request = session.createBuffer(SshConstants.SSH_MSG_GLOBAL_REQUEST);
                request.putString(UNKNOWN_REQUEST);
                request.putBoolean(true);
                session.request(UNKNOWN_REQUEST, request, SIGN_OF_LIFE);
            } catch (IOException e) {
                throw lost(e);
            }
        }

        /** Why the session has ended before its time. */
        public DeviceException lost(Throwable cause) {
            if (session.getConnectionContext().getAttribute(HOST_KEY).swapped(hostKey)) {
                return new DeviceException(
                        Reason.HOST_KEY_CHANGED,
                        device + " showed another host key in the middle of the session. The session was ended;"
                                + " somebody has to find out why.",
                        cause);
            }
            return new DeviceException(Reason.SESSION_LOST, "The session with " + device + " broke off.", cause);
        }
    }

    public SshLogin(TimeLimits limits) {
        this.limits = limits;
        client = SshClient.setUpDefaultClient();
        // Commands are short: none may wait until the one before is acknowledged.
        CoreModuleProperties.TCP_NODELAY.set(client, true);
        // Nothing of the account under which Safe Step runs takes part: no keys, no host entries.
        client.setHostConfigEntryResolver(HostConfigEntryResolver.EMPTY);
        client.setKeyIdentityProvider(KeyIdentityProvider.EMPTY_KEYS_PROVIDER);
        client.setPasswordIdentityProvider(PasswordIdentityProvider.EMPTY_PASSWORDS_PROVIDER);
        client.setServerKeyVerifier(SshLogin::verify);
        client.start();
    }

    private static boolean verify(ClientSession session, SocketAddress remote, PublicKey key) {
        return session.getConnectionContext().getAttribute(HOST_KEY).accept(key);
    }

    /** @throws DeviceException with the stage at which it failed as its reason */
    public LoggedIn logIn(DeviceTarget target) throws DeviceException {
        HostKeyCheck hostKey = new HostKeyCheck(target.pinnedHostKey());
        ClientSession session = null;
        long deadline = System.nanoTime() + limits.connect().toNanos();
        try {
            session = client.connect(
                            target.login(),
                            target.host(),
                            target.port(),
                            AttributeRepository.ofKeyValuePair(HOST_KEY, hostKey))
                    .verify(limits.connect())
                    .getSession();
            awaitKeys(session, target, Duration.ofNanos(Math.max(1_000_000, deadline - System.nanoTime())));
            session.addPasswordIdentity(target.password());
            session.setAttribute(PasswordAnswers.PASSWORD, target.password());
            session.setUserInteraction(ANSWERS);
            session.auth().verify(limits.logIn());
            return new LoggedIn(session, target.name(), hostKey.shown);
        } catch (IOException e) {
            closeQuietly(session);
            throw explain(target, hostKey, session != null, e);
        } catch (UnresolvedAddressException e) {
            throw nameNotFound(target, e);
        }
    }

    /** A device that takes the connection and then says nothing is found out here, not only at the log-in. */
    private static void awaitKeys(ClientSession session, DeviceTarget target, Duration limit) throws DeviceException {
        Set<ClientSessionEvent> reached =
                session.waitFor(EnumSet.of(ClientSessionEvent.WAIT_AUTH, ClientSessionEvent.CLOSED), limit);
        if (reached.contains(ClientSessionEvent.TIMEOUT)) {
            closeQuietly(session);
            throw new DeviceException(Reason.SILENT, target + " takes the connection and then says nothing.");
        }
    }

    private static DeviceException explain(
            DeviceTarget target, HostKeyCheck hostKey, boolean connected, IOException e) {
        if (hostKey.changed()) {
            return new DeviceException(
                    Reason.HOST_KEY_CHANGED,
                    target.name()
                            + " shows another host key than before. Nothing was sent; somebody has to find out why.",
                    e,
                    hostKey.shown);
        }
        if (hasCause(e, UnknownHostException.class) || hasCause(e, UnresolvedAddressException.class)) {
            return nameNotFound(target, e);
        }
        if (hasCause(e, NoRouteToHostException.class)
                || String.valueOf(e.getMessage()).contains("unreachable")) {
            return new DeviceException(Reason.NO_ROUTE, "There is no route to " + target + ".", e);
        }
        if (hasCause(e, ConnectException.class)) {
            return new DeviceException(
                    Reason.CONNECTION_REFUSED, target + " refuses the connection: nothing listens there.", e);
        }
        if (hasCause(e, TimeoutException.class) || e instanceof InterruptedIOException) {
            return new DeviceException(Reason.TIMED_OUT, target + " did not answer in time.", e, hostKey.shown);
        }
        if (connected && hostKey.shown != null) {
            return new DeviceException(
                    Reason.LOGIN_REFUSED, target.name() + " refuses the log-in of " + target.login() + ".", e);
        }
        return new DeviceException(Reason.NO_ROUTE, target + " can't be reached.", e);
    }

    private static DeviceException nameNotFound(DeviceTarget target, Exception e) {
        return new DeviceException(Reason.NAME_NOT_FOUND, "No address is known for the name " + target.host() + ".", e);
    }

    private static boolean hasCause(Throwable thrown, Class<? extends Throwable> kind) {
        int depth = 0;
        for (Throwable t = thrown; t != null && depth < 20; t = t.getCause(), depth++) {
            if (kind.isInstance(t)) {
                return true;
            }
        }
        return false;
    }

    private static void closeQuietly(ClientSession session) {
        if (session != null) {
            session.close(true);
        }
    }

    @Override
    public void close() {
        client.stop();
    }
}
