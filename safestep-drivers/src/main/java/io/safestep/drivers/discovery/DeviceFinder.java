package io.safestep.drivers.discovery;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.reading.DeviceIdentity;
import io.safestep.core.platform.reading.IdentityReading;
import io.safestep.core.platform.reading.LinkReading.Heard;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.AccessFamilies;
import io.safestep.drivers.family.AccessFamily;
import io.safestep.drivers.ssh.SshLogin;
import io.safestep.drivers.ssh.SshLogin.LoggedIn;
import io.safestep.drivers.ssh.SshLogin.Unidentified;
import java.time.Duration;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Semaphore;
import org.jspecify.annotations.Nullable;

/**
 * Finds out what stands at an address: which platform, and who it says it is. Tries log-ins and platform profiles in turn
 * and sends nothing but the commands with which profiles ask for identity and links. The front door of this package.
 */
public final class DeviceFinder implements AutoCloseable {

    /** Shorter than usual: most of the addresses of a range hold nothing, and a wrong profile waits for its prompt. */
    private static final TimeLimits LIMITS =
            new TimeLimits(Duration.ofSeconds(8), Duration.ofSeconds(10), Duration.ofSeconds(10));

    /** Most addresses of a range hold nothing, and some nets drop what goes there. */
    private static final Duration CONNECT = Duration.ofSeconds(4);

    /**
     * A server of SSH speaks first (RFC 4253, section 4.2). One that has been silent for so long waits to be spoken to. Long
     * enough for a server that has much to do: to take it for one of HTTPS costs a handshake in vain.
     */
    private static final Duration SPEAKS_FIRST = Duration.ofSeconds(1);

    /** The same, while there is little to do here, and so little that keeps a server busy with us. */
    private static final Duration SPEAKS_FIRST_AT_REST = Duration.ofMillis(400);

    /** Log-ins under way that keep nobody from speaking in time. */
    private static final int FEW_LOG_INS = 16;

    private static final AccessFamily.SshDoor NO_SSH = () -> {
        throw new IllegalStateException("What is carried by HTTPS asked for a log-in over SSH.");
    };

    private static final Duration LOOK = Duration.ofMillis(100);

    /** Exchanging keys is work: more at once than this are not done sooner. */
    private static final int LOG_INS_AT_ONCE = 64;

    private final Semaphore logIns = new Semaphore(LOG_INS_AT_ONCE, true);
    private final SshLogin ssh = new SshLogin(LIMITS);
    private final AccessFamilies families = new AccessFamilies();
    private final KnownServers known;
    private final List<PlatformProfile> profiles;

    /** @param profiles those that can ask for identity are tried, in their order */
    public DeviceFinder(List<PlatformProfile> profiles) {
        this(profiles, new KnownServers());
    }

    DeviceFinder(List<PlatformProfile> profiles, KnownServers known) {
        this.known = known;
        this.profiles = profiles.stream().filter(p -> p.identity() != null).toList();
    }

    /** An account to try. */
    public record Account(String login, String password) {

        @Override
        public String toString() {
            return login;
        }
    }

    private record Place(
            String name, String host, int port, @Nullable String pinnedHostKey) {}

    /**
     * A device that was found.
     *
     * @param profile the platform profile that recognised it
     * @param account which of the accounts was let in, counted from 0
     * @param hostKey what it showed, in the form {@code type base64}
     * @param links what it hears at the other ends of its cables
     */
    public record Found(
            PlatformProfile profile, DeviceIdentity identity, int account, String hostKey, List<Heard> links) {}

    /**
     * Looks at one address.
     *
     * @param name what people call the place, for messages
     * @param host a name or an address
     * @param port TCP port
     * @param accounts tried in this order
     * @param pinnedHostKey the key that is known of whatever stands there: with another one no account is tried; null
     *     when none is known
     * @throws DeviceException with reason CONNECTION_REFUSED, TIMED_OUT, NO_ROUTE or NAME_NOT_FOUND when nothing is there,
     *     SILENT when something takes the connection and does not go on in time, LOGIN_REFUSED when no account is let in,
     *     NOT_POSSIBLE when no profile recognises what answers
     */
    public Found find(String name, String host, int port, List<Account> accounts, @Nullable String pinnedHostKey)
            throws DeviceException {
        Place place = new Place(name, host, port, pinnedHostKey);
        if (accounts.isEmpty()) {
            Listener.at(Listener.resolve(host), port, CONNECT);
            throw new DeviceException(Reason.LOGIN_REFUSED, "Something answers, and there is no account to try.");
        }
        try (Unidentified connection = connect(place, accounts.get(0))) {
            boolean speaksSsh = connection != null && speaksSsh(connection);
            if (connection != null && !speaksSsh) {
                connection.close();
            }
            logIns.acquireUninterruptibly();
            try {
                return firstLetIn(
                        accounts,
                        speaksSsh
                                ? (account, i) ->
                                        overSsh(i == 0 ? connection.logIn() : logIn(place, account), place, account, i)
                                : (account, i) -> overHttpsOrSlowSsh(place, account, i));
            } finally {
                logIns.release();
            }
        }
    }

    /** @return null when what listens there ends a connection at once, as no server of SSH does */
    private @Nullable Unidentified connect(Place place, Account account) throws DeviceException {
        try {
            return ssh.connect(target(place, sshProfiles().get(0), account), CONNECT);
        } catch (DeviceException e) {
            if (e.reason() == Reason.SESSION_LOST) {
                return null;
            }
            throw e;
        }
    }

    private boolean speaksSsh(Unidentified connection) {
        long begun = System.nanoTime();
        boolean speaks = connection.speaksSsh(SPEAKS_FIRST_AT_REST);
        while (!speaks
                && connection.isOpen()
                && LOG_INS_AT_ONCE - logIns.availablePermits() > FEW_LOG_INS
                && System.nanoTime() - begun < SPEAKS_FIRST.toNanos()) {
            speaks = connection.speaksSsh(LOOK);
        }
        return speaks;
    }

    private interface Attempt {
        Found with(Account account, int index) throws DeviceException;
    }

    private static Found firstLetIn(List<Account> accounts, Attempt attempt) throws DeviceException {
        DeviceException refused = null;
        for (int i = 0; i < accounts.size(); i++) {
            try {
                return attempt.with(accounts.get(i), i);
            } catch (DeviceException e) {
                if (e.reason() != Reason.LOGIN_REFUSED) {
                    // Something took the connection: that it does not go on is not the same as nothing being there.
                    throw e.reason() == Reason.TIMED_OUT
                            ? new DeviceException(Reason.SILENT, e.getMessage(), e, e.shownHostKey())
                            : e;
                }
                refused = e;
            }
        }
        throw refused;
    }

    private LoggedIn logIn(Place place, Account account) throws DeviceException {
        return ssh.logIn(target(place, sshProfiles().get(0), account));
    }

    /** Under load, a server of SSH may have been too slow to speak first: what is no HTTPS is taken for SSH. */
    private Found overHttpsOrSlowSsh(Place place, Account account, int index) throws DeviceException {
        try {
            return overHttps(place, account, index);
        } catch (DeviceException e) {
            boolean spokeHttps = e.shownHostKey() != null;
            if (spokeHttps || e.reason() == Reason.LOGIN_REFUSED || e.reason() == Reason.HOST_KEY_CHANGED) {
                throw e;
            }
            try {
                return overSsh(logIn(place, account), place, account, index);
            } catch (DeviceException neither) {
                throw neither.reason() == Reason.NO_ROUTE || neither.reason() == Reason.SESSION_LOST ? e : neither;
            }
        }
    }

    private Found overSsh(LoggedIn first, Place place, Account account, int index) throws DeviceException {
        DeviceException last = null;
        Set<AccessFamily<?>> notSpoken = new HashSet<>();
        LoggedIn login = first;
        try {
            for (PlatformProfile profile : sshProfiles(first.identification())) {
                if (notSpoken.contains(families.of(profile))) {
                    continue;
                }
                DeviceTarget target = target(place, profile, account);
                if (!login.session().isOpen()) {
                    login = ssh.logIn(target);
                }
                LoggedIn open = login;
                try {
                    DeviceSession session = families.openForReads(target, LIMITS, () -> open);
                    Optional<Found> found = ask(session, profile, index);
                    if (found.isPresent()) {
                        known.recognised(login.identification(), profile.name());
                        return found.get();
                    }
                } catch (DeviceException e) {
                    if (e.reason() == Reason.HOST_KEY_CHANGED) {
                        throw e;
                    }
                    if (families.tellsQuickly(profile)) {
                        notSpoken.add(families.of(profile));
                    }
                    last = e;
                }
            }
        } finally {
            login.session().close(true);
        }
        throw unknown(place, last, null);
    }

    /** Those first of which it is found out quickly whether they are spoken: a command line only by waiting for its prompt. */
    private List<PlatformProfile> sshProfiles() {
        return profiles.stream()
                .filter(families::overSsh)
                .sorted(Comparator.comparing(profile -> !families.tellsQuickly(profile)))
                .toList();
    }

    /** What was recognised behind the same software before comes first. */
    private List<PlatformProfile> sshProfiles(String identification) {
        String guess = known.platformOf(identification).orElse(null);
        return sshProfiles().stream()
                .sorted(Comparator.comparing(p -> !p.name().equals(guess)))
                .toList();
    }

    private Found overHttps(Place place, Account account, int index) throws DeviceException {
        DeviceException last = null;
        String hostKey = null;
        for (PlatformProfile profile : profiles) {
            if (families.overSsh(profile)) {
                continue;
            }
            DeviceSession session = families.openForReads(target(place, profile, account), LIMITS, NO_SSH);
            try {
                Optional<Found> found = ask(session, profile, index);
                if (found.isPresent()) {
                    return found.get();
                }
            } catch (DeviceException e) {
                if (e.reason() == Reason.LOGIN_REFUSED
                        || e.reason() == Reason.TIMED_OUT
                        || e.reason() == Reason.HOST_KEY_CHANGED) {
                    throw e;
                }
                last = e;
            }
            hostKey = session.hostKey();
        }
        throw unknown(place, last, hostKey);
    }

    private static Optional<Found> ask(DeviceSession session, PlatformProfile profile, int account)
            throws DeviceException {
        try (session) {
            IdentityReading reading = Objects.requireNonNull(profile.identity());
            Optional<DeviceIdentity> identity = reading.in(session.read(reading.command()));
            if (identity.isEmpty()) {
                return Optional.empty();
            }
            String hostKey = Objects.requireNonNull(session.hostKey());
            return Optional.of(new Found(profile, identity.get(), account, hostKey, links(session, profile)));
        }
    }

    /** A device that does not tell what it hears is found all the same. */
    private static List<Heard> links(DeviceSession session, PlatformProfile profile) throws DeviceException {
        if (profile.links() == null) {
            return List.of();
        }
        try {
            return profile.links().in(session.read(profile.links().command()));
        } catch (DeviceException e) {
            if (e.reason() == Reason.LINE_REFUSED || e.reason() == Reason.NOT_POSSIBLE) {
                return List.of();
            }
            throw e;
        }
    }

    private static DeviceTarget target(Place place, PlatformProfile profile, Account account) {
        return new DeviceTarget(
                place.name(),
                "",
                place.host(),
                place.port(),
                profile,
                account.login(),
                account.password(),
                place.pinnedHostKey());
    }

    private static DeviceException unknown(Place place, @Nullable DeviceException last, @Nullable String hostKey) {
        return new DeviceException(
                Reason.NOT_POSSIBLE,
                "Something answers at " + place.name() + " port " + place.port() + " and fits no platform profile."
                        + (last == null ? "" : " The last one was told: " + last.getMessage()),
                last,
                hostKey);
    }

    @Override
    public void close() {
        ssh.close();
    }
}
