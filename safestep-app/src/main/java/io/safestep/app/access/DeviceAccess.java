package io.safestep.app.access;

import io.safestep.app.credential.Credentials;
import io.safestep.app.device.Device;
import io.safestep.app.device.DeviceIdentities;
import io.safestep.app.device.DevicePorts;
import io.safestep.app.device.Devices;
import io.safestep.app.device.record.Reach;
import io.safestep.app.platform.Platforms;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.access.AnswerLimits;
import io.safestep.core.platform.reading.DeviceIdentity;
import io.safestep.core.platform.reading.IdentityReading;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.ConcurrencyBounds;
import io.safestep.drivers.connect.PlatformConnector;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Visits devices: log-in, address and host key are seen to here, and what came of it is noted on the device. The front
 * door of this package.
 */
@Component
public class DeviceAccess implements DeviceVisits {

    private final Devices devices;
    private final DeviceIdentities identities;
    private final Platforms platforms;
    private final CredentialChoice choice;
    private final DevicePorts ports;
    private final AddressTranslation translation;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final DeviceConnector connector = new PlatformConnector(TimeLimits.usual());
    private final DeviceConnector listeners = new PlatformConnector(TimeLimits.usual(), ConcurrencyBounds.none());

    DeviceAccess(
            Devices devices,
            DeviceIdentities identities,
            Platforms platforms,
            CredentialChoice choice,
            DevicePorts ports,
            NetworkSettings settings,
            TransactionTemplate transaction,
            Clock clock) {
        this.devices = devices;
        this.identities = identities;
        this.platforms = platforms;
        this.choice = choice;
        this.ports = ports;
        this.translation = new AddressTranslation(settings.addressTranslation());
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Opens a session, does what is to be done and closes it. */
    @Override
    public <T> T visit(long deviceId, Visit<T> visit) throws DeviceException {
        Opened opened = open(deviceId);
        try (DeviceSession session = opened.session()) {
            return within(opened, visit);
        }
    }

    /**
     * @param device as it was when the session began
     * @param hostKey what it showed
     */
    public record Visited<T>(Device device, @Nullable String hostKey, T result) {}

    /**
     * Like {@link #visit}, for someone who changes nothing, and notes that the device was seen together with what was found
     * there.
     */
    public <T> Visited<T> read(long deviceId, Visit<T> visit) throws DeviceException {
        Opened opened = open(deviceId, connector::connectToRead);
        try (DeviceSession session = opened.session()) {
            T result = within(opened, visit);
            return new Visited<>(opened.device(), session.hostKey(), result);
        }
    }

    /**
     * Like {@link #visit}, for a session that is held for long and only listens: it takes no place from those that work,
     * and what comes of it is not noted on the device.
     */
    public void listen(long deviceId, Visit<Boolean> visit) throws DeviceException {
        Way way = trusted(deviceId);
        try (DeviceSession session = listeners.connect(way.target())) {
            visit.in(way.device(), session);
        }
    }

    /** For someone who visits the same devices several times in a row; to be closed. */
    public KeptSessions keepingSessions() {
        return new KeptSessions(this, clock);
    }

    /** @param device as it was when the session began */
    record Opened(Device device, DeviceSession session) {}

    /** Opens a session that is not closed here, and notes that the device was seen. */
    Opened open(long deviceId) throws DeviceException {
        Opened opened = open(deviceId, connector::connect);
        boolean noted = false;
        try {
            devices.seen(deviceId, opened.session().hostKey());
            noted = true;
            return opened;
        } finally {
            if (!noted) {
                opened.session().close();
            }
        }
    }

    private interface Connecting {
        DeviceSession to(DeviceTarget target) throws DeviceException;
    }

    private Opened open(long deviceId, Connecting connecting) throws DeviceException {
        Way way = trusted(deviceId);
        try {
            return new Opened(way.device(), connecting.to(way.target()));
        } catch (DeviceException e) {
            note(deviceId, e);
            throw e;
        }
    }

    /** Does what is to be done in a session that is open, and notes on the device what went wrong. */
    <T> T within(Opened opened, Visit<T> visit) throws DeviceException {
        try {
            return visit.in(opened.device(), opened.session());
        } catch (DeviceException e) {
            note(opened.device().id(), e);
            throw e;
        }
    }

    private void note(long deviceId, DeviceException e) {
        if (e.reason() == Reason.HOST_KEY_CHANGED && e.shownHostKey() != null) {
            identities.offerHostKey(deviceId, e.shownHostKey());
        }
        if (e.reason() != Reason.LINE_REFUSED) {
            devices.failed(deviceId, e.getMessage());
        }
    }

    /** @throws DeviceException when it has shown another host key about which nobody has decided, or nothing says how to log in */
    private Way trusted(long deviceId) throws DeviceException {
        return way(deviceId, true);
    }

    /** Asks the device who it is, in a session that is open, and notes it. Empty when it can't be asked. */
    public Optional<DeviceIdentity> identify(long deviceId, DeviceSession session) throws DeviceException {
        return identify(devices.withId(deviceId), session);
    }

    /** The same for a device that the caller has at hand. */
    public Optional<DeviceIdentity> identify(Device device, DeviceSession session) throws DeviceException {
        IdentityReading reading = platforms.profile(device.platform()).identity();
        if (reading == null) {
            return Optional.empty();
        }
        try {
            Optional<DeviceIdentity> identity = reading.in(session.read(reading.command()));
            identity.filter(i -> !device.isKnownAs(i)).ifPresent(i -> identities.identify(device.id(), i));
            return identity;
        } catch (DeviceException e) {
            // A device that does not answer this question can answer all others.
            if (e.reason() != Reason.LINE_REFUSED && e.reason() != Reason.NOT_POSSIBLE) {
                throw e;
            }
            return Optional.empty();
        }
    }

    PlatformProfile profileOf(long deviceId) {
        return platforms.profile(devices.withId(deviceId).platform());
    }

    DeviceConnector connector() {
        return connector;
    }

    /** @throws DeviceException with reason LOGIN_REFUSED when nothing says which credential to use */
    DeviceTarget target(long deviceId) throws DeviceException {
        return way(deviceId, false).target();
    }

    /** A device, and how it is reached. */
    private record Way(Device device, DeviceTarget target) {}

    private Way way(long deviceId, boolean trusted) throws DeviceException {
        Device device = devices.withId(deviceId);
        if (trusted && device.offeredHostKey() != null) {
            throw new DeviceException(
                    Reason.HOST_KEY_CHANGED,
                    device.name()
                            + " has shown another host key than before. Nothing is sent to it until somebody has"
                            + " decided about the key, on the page of the device.");
        }
        Credentials.Opened credential = transaction
                .execute(t -> choice.open(device))
                .orElseThrow(() -> new DeviceException(
                        Reason.LOGIN_REFUSED,
                        "Nothing says which credential to use for " + device.name()
                                + ". Make one the standard, under Credentials."));
        return new Way(device, target(device, credential));
    }

    /** The device as it is reached with a certain account. */
    DeviceTarget target(Device device, Credentials.Opened credential) {
        PlatformProfile profile = platforms.profile(device.platform());
        return new DeviceTarget(
                device.name(),
                device.siteName(),
                reached(device.address()),
                ports.of(device),
                profile,
                credential.login(),
                credential.password(),
                device.hostKey(),
                limitsOf(device.reach(), profile));
    }

    private static @Nullable TimeLimits limitsOf(Reach reach, PlatformProfile profile) {
        return reach.hasLimits()
                ? TimeLimits.usual()
                        .with(profile.limits())
                        .with(new AnswerLimits(
                                seconds(reach.connectSeconds()),
                                seconds(reach.logInSeconds()),
                                seconds(reach.answerSeconds())))
                : null;
    }

    private static @Nullable Duration seconds(@Nullable Integer seconds) {
        return seconds == null ? null : Duration.ofSeconds(seconds);
    }

    /** The address or name at which an address of the network is reached from here. */
    public String reached(String address) {
        return translation.reached(address);
    }

    /** The address in the network of something that is seen at an address here. */
    public String original(String reached) {
        return translation.original(reached);
    }

    @PreDestroy
    void close() {
        connector.close();
        listeners.close();
    }
}
