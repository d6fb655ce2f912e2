package io.safestep.app.discovery;

import io.safestep.app.access.CredentialChoice;
import io.safestep.app.access.DeviceAccess;
import io.safestep.app.credential.Credentials;
import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Platforms;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.discovery.DeviceFinder;
import io.safestep.drivers.discovery.DeviceFinder.Account;
import io.safestep.drivers.discovery.DeviceFinder.Found;
import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks at one address with the credentials of a search. A device on record is asked with its own credential first. */
@Component
class Finder {

    private final Devices devices;
    private final DeviceAccess access;
    private final CredentialChoice choice;
    private final Credentials credentials;
    private final TransactionTemplate transaction;
    private final DeviceFinder finder;

    Finder(
            Devices devices,
            DeviceAccess access,
            CredentialChoice choice,
            Credentials credentials,
            Platforms platforms,
            TransactionTemplate transaction) {
        this.devices = devices;
        this.access = access;
        this.choice = choice;
        this.credentials = credentials;
        this.transaction = transaction;
        List<PlatformProfile> profiles = new ArrayList<>();
        platforms.all().forEach(profiles::add);
        this.finder = new DeviceFinder(profiles);
    }

    /** @param credentialId of the credential that was let in */
    record Seen(Found found, long credentialId) {}

    Opened opened(long credentialId) {
        return credentials.open(credentialId);
    }

    /**
     * @param onRecord the device that is known at this address; null when none is
     * @throws DeviceException as {@link DeviceFinder#find} says
     */
    Seen look(String address, int port, List<Opened> tried, Device onRecord) throws DeviceException {
        List<Opened> accounts = new ArrayList<>(tried);
        if (onRecord != null) {
            Opened own = transaction.execute(
                    t -> choice.open(devices.withId(onRecord.id())).orElse(null));
            if (own != null) {
                accounts.removeIf(a -> a.id() == own.id());
                accounts.add(0, own);
            }
        }
        Found found = finder.find(
                onRecord == null ? address : onRecord.name(),
                access.reached(address),
                port,
                accounts.stream().map(a -> new Account(a.login(), a.password())).toList(),
                onRecord == null ? null : onRecord.hostKey());
        return new Seen(found, accounts.get(found.account()).id());
    }

    @PreDestroy
    void close() {
        finder.close();
    }
}
