package io.safestep.app.device;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.record.DeviceRecord;
import io.safestep.app.device.record.DeviceRules;
import io.safestep.app.device.record.NewDevice;
import io.safestep.app.device.record.Reach;
import io.safestep.app.device.record.Stance;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.platform.reading.DeviceIdentity;
import java.time.Clock;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people say of devices: adding them, and changing what is on record. */
@Service
@Transactional
public class DeviceRecords {

    private final DeviceRepository repository;
    private final SiteRepository sites;
    private final Devices devices;
    private final Platforms platforms;
    private final DevicePorts ports;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    DeviceRecords(
            DeviceRepository repository,
            SiteRepository sites,
            Devices devices,
            Platforms platforms,
            DevicePorts ports,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.sites = sites;
        this.devices = devices;
        this.platforms = platforms;
        this.ports = ports;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    /** @return whether it was another one before */
    public boolean setStance(String name, Stance stance, String person) {
        StoredDevice device = repository.named(name);
        if (device.stance() == stance) {
            return false;
        }
        device.take(stance);
        audit.write(person, name, "stance changed", "Now " + stance.word() + ".");
        return true;
    }

    /** Adds a device with its site unless one of this name is known. */
    public Device ensure(NewDevice wanted, String person) {
        return devices.known(wanted.name()).orElseGet(() -> add(wanted, person));
    }

    /**
     * Adds a device in stance observe.
     *
     * @throws ProblemException when its record is not good, or its name, address or serial number is on record already
     */
    public Device add(NewDevice wanted, String person) {
        List<FieldError> errors = DeviceRules.errors(wanted.address(), wanted.siteCode(), wanted.labels());
        DeviceRules.add(errors, "name", DeviceRules.nameProblem(wanted.name()));
        DeviceRules.add(errors, "port", Reach.portProblem(wanted.port()));
        refuse(errors);
        refuseKnown(wanted);
        StoredDevice device = new StoredDevice(
                wanted.name(),
                wanted.address(),
                site(wanted.siteCode(), wanted.siteName()),
                wanted.role(),
                platforms.profile(wanted.platform()).name(),
                clock.instant());
        device.record(device.address(), device.site(), device.role(), device.platform(), wanted.labels());
        device.reachBy(Reach.AS_PROFILE.atPort(wanted.port()));
        if (wanted.identity() != null) {
            device.identify(wanted.identity());
        }
        if (wanted.hostKey() != null) {
            device.seen(clock.instant(), wanted.hostKey());
        }
        StoredDevice added = repository.saveAndFlush(device);
        audit.write(person, wanted.name(), "added", "At " + wanted.address() + ", stance observe.");
        return added.snapshot();
    }

    private void refuseKnown(NewDevice wanted) {
        String name = wanted.name();
        DeviceIdentity identity = wanted.identity();
        repository.findByName(name).ifPresent(d -> {
            throw ProblemException.refused(name + " is known already, at " + d.address() + ".");
        });
        int port = ports.of(wanted.port(), wanted.platform());
        devices.at(wanted.address(), port).ifPresent(d -> {
            throw ProblemException.refused(Devices.takenBy(wanted.address(), port, d.name()));
        });
        if (identity != null && identity.serial() != null) {
            repository.findBySerial(identity.serial()).ifPresent(d -> {
                throw ProblemException.refused("The device with serial number " + identity.serial() + " is known as "
                        + d.name() + ", at " + d.address() + ".");
            });
        }
    }

    private static void refuse(List<FieldError> errors) {
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
    }

    private Site site(String code, @Nullable String name) {
        return sites.findByCodeIgnoreCase(code)
                .orElseGet(() -> sites.save(new Site(code, name == null || name.isBlank() ? code : name.strip())));
    }

    /** @return whether anything changed */
    public boolean change(String name, DeviceRecord wanted, String person) {
        StoredDevice device = repository.named(name);
        List<FieldError> errors = DeviceRules.errors(wanted.address(), wanted.siteCode(), wanted.labels());
        errors.addAll(wanted.reach().errors());
        refuse(errors);
        int port = ports.of(wanted.reach().port(), wanted.platform());
        devices.at(wanted.address()).stream()
                .filter(d -> !d.id().equals(device.id()) && devices.isReachedAt(d, port))
                .findFirst()
                .ifPresent(d -> {
                    throw ProblemException.invalid("address", Devices.takenBy(wanted.address(), port, d.name()));
                });
        Device before = device.snapshot();
        boolean platformChanges = !device.platform().equals(wanted.platform());
        device.record(
                wanted.address(),
                site(wanted.siteCode(), wanted.siteName()),
                wanted.role(),
                platforms.profile(wanted.platform()).name(),
                wanted.labels());
        device.reachBy(wanted.reach());
        setPartner(device, before.partner(), wanted.partner());
        String was = inWords(before);
        String is = inWords(device.snapshot());
        if (was.equals(is)) {
            return false;
        }
        if (platformChanges) {
            events.publishEvent(new PlatformChanged());
        }
        audit.write(person, name, "record changed", "Was " + was + ". Is now " + is + ".");
        return true;
    }

    private void setPartner(StoredDevice device, Device.@Nullable Partner now, @Nullable String partner) {
        if (partner == null || partner.isBlank()) {
            device.part();
        } else if (partner.equals(device.name())) {
            throw ProblemException.invalid("partner", "A device is not its own partner.");
        } else if (now == null || !partner.equals(now.name())) {
            device.pairWith(repository
                    .findByName(partner)
                    .orElseThrow(
                            () -> ProblemException.invalid("partner", "There is no device called " + partner + ".")));
        }
    }

    private static String inWords(Device d) {
        String way = d.reach().inWords();
        return d.address() + (way.isEmpty() ? "" : " (" + way + ")") + ", "
                + d.role().word() + " at " + d.siteName() + ", "
                + d.platform()
                + (d.partner() == null ? "" : ", partner " + d.partner().name())
                + (d.labels().isEmpty() ? "" : ", labels " + String.join(", ", new TreeSet<>(d.labels())));
    }

    /** @return whether it did not have the label before */
    public boolean addLabel(String name, String label, String person) {
        StoredDevice device = repository.named(name);
        Set<String> labels = new TreeSet<>(device.snapshot().labels());
        return labels.add(label) && setLabels(device, labels, "label added", label, person);
    }

    /** @return whether it had the label before */
    public boolean removeLabel(String name, String label, String person) {
        StoredDevice device = repository.named(name);
        Set<String> labels = new TreeSet<>(device.snapshot().labels());
        return labels.remove(label) && setLabels(device, labels, "label removed", label, person);
    }

    private boolean setLabels(StoredDevice device, Set<String> labels, String action, String label, String person) {
        String problem = DeviceRules.labelsProblem(labels);
        if (problem != null) {
            throw ProblemException.invalid("argument", problem);
        }
        device.record(device.address(), device.site(), device.role(), device.platform(), labels);
        audit.write(person, device.name(), action, label);
        return true;
    }

    public void pair(String one, String other) {
        repository.named(one).pairWith(repository.named(other));
    }
}
