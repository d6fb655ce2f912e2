package io.safestep.drivers.ssh;

import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import java.io.IOException;
import java.net.ConnectException;
import java.net.NoRouteToHostException;
import java.net.SocketAddress;
import java.security.PublicKey;
import java.util.concurrent.TimeoutException;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.auth.password.PasswordIdentityProvider;
import org.apache.sshd.client.config.hosts.HostConfigEntryResolver;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.AttributeRepository;
import org.apache.sshd.common.AttributeRepository.AttributeKey;
import org.apache.sshd.common.config.keys.PublicKeyEntry;
import org.apache.sshd.common.keyprovider.KeyIdentityProvider;

/** Opens SSH sessions (RFC 4251 to 4254) with password log-in and a pinned host key. */
public final class SshConnector implements DeviceConnector {

    private static final AttributeKey<HostKeyCheck> HOST_KEY = new AttributeKey<>();

    private final SshClient client;
    private final TimeLimits limits;

    /** Compares the key of one connection with the pinned one and remembers what was shown. */
    private static final class HostKeyCheck {
        private final String pinned;
        private volatile String shown;

        HostKeyCheck(String pinned) {
            this.pinned = pinned;
        }

        boolean accept(PublicKey key) {
            shown = PublicKeyEntry.toString(key);
            return pinned == null || pinned.equals(shown);
        }

        boolean changed() {
            return pinned != null && shown != null && !pinned.equals(shown);
        }
    }

    public SshConnector(TimeLimits limits) {
        this.limits = limits;
        client = SshClient.setUpDefaultClient();
        // Nothing of the account under which Safe Step runs takes part: no keys, no host entries.
        client.setHostConfigEntryResolver(HostConfigEntryResolver.EMPTY);
        client.setKeyIdentityProvider(KeyIdentityProvider.EMPTY_KEYS_PROVIDER);
        client.setPasswordIdentityProvider(PasswordIdentityProvider.EMPTY_PASSWORDS_PROVIDER);
        client.setServerKeyVerifier(SshConnector::verify);
        client.start();
    }

    private static boolean verify(ClientSession session, SocketAddress remote, PublicKey key) {
        return session.getConnectionContext().getAttribute(HOST_KEY).accept(key);
    }

    @Override
    public DeviceSession connect(DeviceTarget target) throws DeviceException {
        HostKeyCheck hostKey = new HostKeyCheck(target.pinnedHostKey());
        ClientSession session = null;
        try {
            session = client.connect(
                            target.login(),
                            target.host(),
                            target.port(),
                            AttributeRepository.ofKeyValuePair(HOST_KEY, hostKey))
                    .verify(limits.connect())
                    .getSession();
            session.addPasswordIdentity(target.password());
            session.auth().verify(limits.logIn());
            return CliSession.open(session, target, hostKey.shown, limits.command());
        } catch (IOException e) {
            closeQuietly(session);
            throw explain(target, hostKey, session != null, e);
        } catch (DeviceException e) {
            closeQuietly(session);
            throw e;
        }
    }

    private static DeviceException explain(
            DeviceTarget target, HostKeyCheck hostKey, boolean connected, IOException e) {
        if (hostKey.changed()) {
            return new DeviceException(
                    Reason.HOST_KEY_CHANGED,
                    target.name()
                            + " shows another host key than before. Nothing was sent; somebody has to find out why.",
                    e);
        }
        if (hasCause(e, NoRouteToHostException.class)) {
            return new DeviceException(Reason.UNREACHABLE, "There is no route to " + target + ".", e);
        }
        if (hasCause(e, ConnectException.class)) {
            return new DeviceException(
                    Reason.CONNECTION_REFUSED, target + " refuses the connection: nothing listens there.", e);
        }
        if (hasCause(e, TimeoutException.class) || e instanceof java.io.InterruptedIOException) {
            return new DeviceException(Reason.TIMED_OUT, target + " did not answer in time.", e);
        }
        if (connected && hostKey.shown != null) {
            return new DeviceException(
                    Reason.LOGIN_REFUSED, target.name() + " refuses the log-in of " + target.login() + ".", e);
        }
        return new DeviceException(Reason.UNREACHABLE, target + " can't be reached.", e);
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
