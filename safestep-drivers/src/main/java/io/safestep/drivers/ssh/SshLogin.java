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
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
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
import org.apache.sshd.common.future.CancelOption;
import org.apache.sshd.common.keyprovider.KeyIdentityProvider;
import org.apache.sshd.common.session.Session;
import org.apache.sshd.common.session.SessionListener;
import org.apache.sshd.common.session.helpers.MissingAttachedSessionException;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.core.CoreModuleProperties;
import org.jspecify.annotations.Nullable;

/**
 * Logs in over SSH (RFC 4251 to 4254) with a password, by itself or as the answer to questions (RFC 4256), and a pinned
 * host key.
 */
public final class SshLogin implements AutoCloseable {

    private static final AttributeKey<HostKeyCheck> HOST_KEY = new AttributeKey<>();

    /** Of a connection on which the other side has to speak first: completed when it has identified itself. */
    private static final AttributeKey<CompletableFuture<Void>> IDENTIFIED = new AttributeKey<>();

    private static final PasswordAnswers ANSWERS = new PasswordAnswers();

    private final SshClient client;
    private final TimeLimits limits;

    /** Compares the key of one connection with the pinned one and remembers what was shown. */
    private static final class HostKeyCheck {
        private final @Nullable String pinned;
        private @Nullable volatile String shown;

        HostKeyCheck(@Nullable String pinned) {
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

        /** How the server identified itself (RFC 4253, section 4.2), without a comment: {@code SSH-2.0-software}. */
        public String identification() {
            String whole = session.getServerVersion();
            int comment = whole.indexOf(' ');
            return comment < 0 ? whole : whole.substring(0, comment);
        }

        /** Why the session has ended before its time. */
        public DeviceException lost(@Nullable Throwable cause) {
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
        client.addSessionListener(new LetsOtherSpeakFirst());
        client.start();
    }

    /** RFC 4253, section 4.2: both sides identify themselves, and either may be the first. */
    private static final class LetsOtherSpeakFirst implements SessionListener {

        /** Called before the session looks at what is set here. */
        @Override
        public void sessionEstablished(Session session) {
            if (session.getIoSession().getAttribute(AttributeRepository.class) instanceof AttributeRepository context
                    && context.getAttribute(IDENTIFIED) != null) {
                CoreModuleProperties.SEND_IMMEDIATE_IDENTIFICATION.set(session, false);
            }
        }

        @Override
        public void sessionPeerIdentificationReceived(Session session, String version, List<String> extraLines) {
            CompletableFuture<Void> identified =
                    ((ClientSession) session).getConnectionContext().getAttribute(IDENTIFIED);
            if (identified != null) {
                identified.complete(null);
            }
        }
    }

    /**
     * A connection to what may be a server of SSH. Nothing has been said on it. To be closed, or to be used for a log-in.
     */
    public final class Unidentified implements AutoCloseable {
        private final ClientSession session;
        private final DeviceTarget target;
        private final HostKeyCheck hostKey;
        private final CompletableFuture<Void> identified;

        private Unidentified(
                ClientSession session, DeviceTarget target, HostKeyCheck hostKey, CompletableFuture<Void> identified) {
            this.session = session;
            this.target = target;
            this.hostKey = hostKey;
            this.identified = identified;
            session.addCloseFutureListener(closed -> identified.cancel(false));
        }

        public boolean isOpen() {
            return session.isOpen();
        }

        /** @return whether the other side says within the limit that it is a server of SSH */
        public boolean speaksSsh(Duration limit) {
            try {
                identified.get(limit.toMillis(), TimeUnit.MILLISECONDS);
                return true;
            } catch (TimeoutException | CancellationException | ExecutionException e) {
                return false;
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return false;
            }
        }

        /** @throws DeviceException with the stage at which it failed as its reason */
        public LoggedIn logIn() throws DeviceException {
            return SshLogin.this.logIn(
                    session,
                    target,
                    hostKey,
                    System.nanoTime() + target.limitsOr(limits).connect().toNanos());
        }

        @Override
        public void close() {
            session.close(true);
        }
    }

    /**
     * Connects and says nothing until the other side has identified itself.
     *
     * @param limit how long to wait until the connection stands
     * @throws DeviceException with reason NAME_NOT_FOUND, NO_ROUTE, CONNECTION_REFUSED or TIMED_OUT; SESSION_LOST when the
     *     connection was taken and ended at once
     */
    public Unidentified connect(DeviceTarget target, Duration limit) throws DeviceException {
        HostKeyCheck hostKey = new HostKeyCheck(target.pinnedHostKey());
        CompletableFuture<Void> identified = new CompletableFuture<>();
        AttributeRepository context =
                AttributeRepository.ofAttributesMap(Map.of(HOST_KEY, hostKey, IDENTIFIED, identified));
        return new Unidentified(connect(target, limit, hostKey, context), target, hostKey, identified);
    }

    private static boolean verify(ClientSession session, SocketAddress remote, PublicKey key) {
        return session.getConnectionContext().getAttribute(HOST_KEY).accept(key);
    }

    /** @throws DeviceException with the stage at which it failed as its reason */
    public LoggedIn logIn(DeviceTarget target) throws DeviceException {
        HostKeyCheck hostKey = new HostKeyCheck(target.pinnedHostKey());
        Duration limit = target.limitsOr(limits).connect();
        long deadline = System.nanoTime() + limit.toNanos();
        ClientSession session = connect(target, limit, hostKey, AttributeRepository.ofKeyValuePair(HOST_KEY, hostKey));
        return logIn(session, target, hostKey, deadline);
    }

    private ClientSession connect(
            DeviceTarget target, Duration limit, HostKeyCheck hostKey, AttributeRepository context)
            throws DeviceException {
        try {
            return client.connect(target.login(), target.host(), target.port(), context)
                    .verify(limit, CancelOption.CANCEL_ON_TIMEOUT)
                    .getSession();
        } catch (IOException e) {
            throw explain(target, hostKey, false, e);
        } catch (UnresolvedAddressException e) {
            throw nameNotFound(target, e);
        }
    }

    private LoggedIn logIn(ClientSession session, DeviceTarget target, HostKeyCheck hostKey, long deadline)
            throws DeviceException {
        try {
            awaitKeys(session, target, Duration.ofNanos(Math.max(1_000_000, deadline - System.nanoTime())));
            session.addPasswordIdentity(target.password());
            session.setAttribute(PasswordAnswers.PASSWORD, target.password());
            session.setUserInteraction(ANSWERS);
            session.auth().verify(target.limitsOr(limits).logIn());
            return new LoggedIn(session, target.name(), Objects.requireNonNull(hostKey.shown));
        } catch (IOException e) {
            session.close(true);
            throw explain(target, hostKey, true, e);
        }
    }

    /** A device that takes the connection and then says nothing is found out here, not only at the log-in. */
    private static void awaitKeys(ClientSession session, DeviceTarget target, Duration limit) throws DeviceException {
        Set<ClientSessionEvent> reached =
                session.waitFor(EnumSet.of(ClientSessionEvent.WAIT_AUTH, ClientSessionEvent.CLOSED), limit);
        if (reached.contains(ClientSessionEvent.TIMEOUT)) {
            session.close(true);
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
                    Objects.requireNonNull(hostKey.shown));
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
            return new DeviceException(
                    Reason.TIMED_OUT, target + " did not answer in time.", e, Objects.requireNonNull(hostKey.shown));
        }
        if (connected && hostKey.shown != null) {
            return new DeviceException(
                    Reason.LOGIN_REFUSED, target.name() + " refuses the log-in of " + target.login() + ".", e);
        }
        // A connection that ends at once may be gone before anybody has looked at it.
        if (connected || hasCause(e, MissingAttachedSessionException.class)) {
            return new DeviceException(
                    Reason.SESSION_LOST, target + " takes the connection and ends it before a log-in.", e);
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

    @Override
    public void close() {
        client.stop();
    }
}
