package io.safestep.app.discovery;

import io.safestep.app.access.CredentialChoice;
import io.safestep.app.access.DeviceAccess;
import io.safestep.app.credential.Credentials;
import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.device.Device;
import io.safestep.app.device.DevicePorts;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.discovery.DeviceFinder;
import io.safestep.drivers.discovery.DeviceFinder.Account;
import io.safestep.drivers.discovery.DeviceFinder.Found;
import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks at one address with the credentials of a search. A device on record is asked with its own credential first. */
@Component
class Finder {

    private final Devices devices;
    private final DeviceAccess access;
    private final CredentialChoice choice;
    private final Credentials credentials;
    private final DevicePorts ports;
    private final TransactionTemplate transaction;
    private final DeviceFinder finder;

    Finder(
            Devices devices,
            DeviceAccess access,
            CredentialChoice choice,
            Credentials credentials,
            Platforms platforms,
            DevicePorts ports,
            TransactionTemplate transaction) {
        this.devices = devices;
        this.access = access;
        this.choice = choice;
        this.credentials = credentials;
        this.ports = ports;
        this.transaction = transaction;
        List<PlatformProfile> profiles = new ArrayList<>();
        platforms.all().forEach(profiles::add);
        this.finder = new DeviceFinder(profiles);
    }

    /**
     * @param port on which it answered
     * @param credentialId of the credential that was let in
     */
    record Seen(Found found, int port, long credentialId) {}

    /** Where a device on record is reached; empty when nothing says it. */
    Optional<Integer> portOf(Device device) {
        return ports.known(device);
    }

    Opened opened(long credentialId) {
        return credentials.open(credentialId);
    }

    /** How much a failure says: that something answers says more than that nothing does. */
    private static final List<Reason> TELLING = List.of(
            Reason.HOST_KEY_CHANGED, Reason.LOGIN_REFUSED, Reason.NOT_POSSIBLE, Reason.SESSION_LOST, Reason.SILENT);

    /**
     * @param offered ports, tried in this order, until a device is recognised; the one of a device on record comes first
     * @param onRecord the device that is known at this address; null when none is
     * @throws DeviceException as {@link DeviceFinder#find} says, for the port that told most
     */
    Seen look(String address, List<Integer> offered, List<Opened> tried, @Nullable Device onRecord)
            throws DeviceException {
        List<Integer> inTurn = new ArrayList<>(offered);
        if (onRecord != null && onRecord.reach().port() != null) {
            inTurn.remove(onRecord.reach().port());
            inTurn.add(0, onRecord.reach().port());
        }
        DeviceException telling = null;
        for (int port : inTurn) {
            try {
                return look(address, port, tried, onRecord);
            } catch (DeviceException e) {
                if (e.reason() == Reason.NAME_NOT_FOUND || e.reason() == Reason.HOST_KEY_CHANGED) {
                    throw e;
                }
                telling = telling == null || weight(e) < weight(telling) ? e : telling;
            }
        }
        throw Objects.requireNonNull(telling, "No port was offered.");
    }

    private static int weight(DeviceException e) {
        int place = TELLING.indexOf(e.reason());
        return place < 0 ? TELLING.size() : place;
    }

    private Seen look(String address, int port, List<Opened> tried, @Nullable Device onRecord) throws DeviceException {
        List<Opened> accounts = new ArrayList<>(tried);
        if (onRecord != null) {
            transaction.execute(t -> choice.open(devices.withId(onRecord.id()))).ifPresent(own -> {
                accounts.removeIf(a -> a.id() == own.id());
                accounts.add(0, own);
            });
        }
        Found found = finder.find(
                onRecord == null ? address : onRecord.name(),
                access.reached(address),
                port,
                accounts.stream().map(a -> new Account(a.login(), a.password())).toList(),
                onRecord == null ? null : onRecord.hostKey());
        return new Seen(found, port, accounts.get(found.account()).id());
    }

    @PreDestroy
    void close() {
        finder.close();
    }
}
