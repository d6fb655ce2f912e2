package io.safestep.app.device;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.problem.ProblemException;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What Safe Step knows of the devices. The front door of this package, beside {@link DeviceAccess}. */
@Service
@Transactional
public class Devices {

    private final DeviceRepository repository;
    private final SiteRepository sites;
    private final CredentialRepository credentials;
    private final SecretBox secrets;
    private final Platforms platforms;
    private final AuditLog audit;

    Devices(
            DeviceRepository repository,
            SiteRepository sites,
            CredentialRepository credentials,
            SecretBox secrets,
            Platforms platforms,
            AuditLog audit) {
        this.repository = repository;
        this.sites = sites;
        this.credentials = credentials;
        this.secrets = secrets;
        this.platforms = platforms;
        this.audit = audit;
    }

    @Transactional(readOnly = true)
    public List<DeviceView> all() {
        return repository.findAllByOrderByName().stream().map(this::view).toList();
    }

    /** All devices by name, for computing. */
    @Transactional(readOnly = true)
    public List<Device> entities() {
        return repository.findAllByOrderByName();
    }

    @Transactional(readOnly = true)
    public List<DeviceView> find(String text) {
        return repository.findByNameContainingIgnoreCaseOrAddressContainingOrderByName(text, text).stream()
                .map(this::view)
                .toList();
    }

    @Transactional(readOnly = true)
    public Device named(String name) {
        return repository.findByName(name).orElseThrow(() -> ProblemException.notFound("A device called " + name));
    }

    @Transactional(readOnly = true)
    public Device withId(long id) {
        return repository.findById(id).orElseThrow(() -> ProblemException.notFound("A device with id " + id));
    }

    @Transactional(readOnly = true)
    public DeviceView viewOf(String name) {
        return view(named(name));
    }

    public void setStance(String name, Stance stance, String person) {
        Device device = named(name);
        if (device.stance() != stance) {
            device.take(stance);
            audit.write(person, name, "stance changed", "Now " + words(stance) + ".");
        }
    }

    /** Makes a backup the configuration that Safe Step expects to find. */
    public void acceptBaseline(long deviceId, long backupId, String person, String why) {
        Device device = withId(deviceId);
        device.accept(backupId);
        audit.write(person, device.name(), "baseline accepted", why);
    }

    /** Adds a device with its site and credential unless it is known. */
    public Device ensure(NewDevice wanted, String person) {
        return repository.findByName(wanted.name()).orElseGet(() -> {
            Site site = sites.findByCode(wanted.siteCode())
                    .orElseGet(() -> sites.save(new Site(wanted.siteCode(), wanted.siteName())));
            Credential credential = credentials
                    .findByName(wanted.credentialName())
                    .orElseGet(() -> credentials.save(
                            new Credential(wanted.credentialName(), wanted.login(), secrets.close(wanted.password()))));
            Device added = repository.save(
                    new Device(wanted.name(), wanted.address(), site, wanted.role(), wanted.platform(), credential));
            audit.write(person, wanted.name(), "added", "At " + wanted.address() + ", stance observe.");
            return added;
        });
    }

    public void pair(String one, String other) {
        named(one).pairWith(named(other));
    }

    private DeviceView view(Device d) {
        return new DeviceView(
                d.name(),
                d.address(),
                d.site().name(),
                d.role().name().toLowerCase(Locale.ROOT),
                d.platform(),
                platforms.profile(d.platform()).maker(),
                words(d.stance()),
                d.partner() == null ? null : d.partner().name(),
                d.lastSeenAt(),
                d.lastProblem(),
                d.baselineBackupId());
    }

    private static String words(Stance stance) {
        return stance.name().toLowerCase(Locale.ROOT);
    }
}
