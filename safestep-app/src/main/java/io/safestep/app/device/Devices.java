package io.safestep.app.device;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.kept.Stamps;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import io.safestep.core.inventory.DeviceTraits;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What Safe Step knows of the devices: finding them, and how they stand. The front door of this package. */
@Service
@Transactional
public class Devices {

    private static final int MOST_FOUND = 50;

    private final DeviceRepository repository;
    private final SiteRepository sites;
    private final DeviceStandings standings;
    private final Platforms platforms;
    private final DevicePorts ports;
    private final Stamps stamps;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    private volatile Kept kept = new Kept("", List.of());

    Devices(
            DeviceRepository repository,
            SiteRepository sites,
            DeviceStandings standings,
            Platforms platforms,
            DevicePorts ports,
            Stamps stamps,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.sites = sites;
        this.standings = standings;
        this.platforms = platforms;
        this.ports = ports;
        this.stamps = stamps;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public List<DeviceView> all() {
        return repository.findAllByOrderByName().stream().map(this::view).toList();
    }

    /** All devices by name, for computing. Kept until one of them is written: there may be thousands. */
    @Transactional(readOnly = true)
    public List<Device> snapshots() {
        if (!TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            // What a transaction has written that may yet be undone is for nobody else.
            return snapshots(repository.findAllByOrderByName());
        }
        String stamp = stamps.of(Stamps.Listed.DEVICES);
        Kept known = kept;
        if (!known.stamp().equals(stamp)) {
            known = new Kept(stamp, snapshots(repository.findAllByOrderByName()));
            kept = known;
        }
        return known.devices();
    }

    private record Kept(String stamp, List<Device> devices) {}

    private static List<Device> snapshots(List<StoredDevice> stored) {
        return stored.stream().map(StoredDevice::snapshot).toList();
    }

    /** At which site a device is. */
    public interface Place {
        Long getId();

        String getName();

        Long getSiteId();
    }

    /** All devices with their sites; cheaper than anything else that is said of all. */
    @Transactional(readOnly = true)
    public List<Place> places() {
        return repository.findPlaces();
    }

    /** Where a device is, and what the rules of groups look at. */
    public record Located(long siteId, DeviceTraits traits) {}

    /** Devices by their ids, with one question however many they are. */
    @Transactional(readOnly = true)
    public Map<Long, Located> located(Collection<Long> ids) {
        Map<Long, Located> located = new HashMap<>();
        snapshots(repository.findByIdIn(ids))
                .forEach(d -> located.put(d.id(), new Located(d.site().id(), d.traits())));
        return located;
    }

    @Transactional(readOnly = true)
    public List<DeviceView> find(String text, Sight sight) {
        return repository
                .findByNameContainingIgnoreCaseOrAddressContainingOrBoxSerialContainingIgnoreCaseOrderByName(
                        text, text, text, sight.readsEverything() ? Limit.of(MOST_FOUND) : Limit.unlimited())
                .stream()
                .filter(d -> sight.reads(d.name()))
                .limit(MOST_FOUND)
                .map(d -> view(d).told(sight))
                .toList();
    }

    @Transactional(readOnly = true)
    public Device named(String name) {
        return repository.named(name).snapshot();
    }

    /** Empty when there is no device of this name. */
    @Transactional(readOnly = true)
    public Optional<Device> known(String name) {
        return repository.findByName(name).map(StoredDevice::snapshot);
    }

    /** The devices at an address of the network, by name: several where each has a port of its own. */
    @Transactional(readOnly = true)
    public List<Device> at(String address) {
        return snapshots(repository.findByAddressOrderByName(address));
    }

    /** The device that is reached at this port of an address of the network; empty when there is none. */
    @Transactional(readOnly = true)
    public Optional<Device> at(String address, int port) {
        return at(address).stream().filter(d -> isReachedAt(d, port)).findFirst();
    }

    boolean isReachedAt(Device device, int port) {
        return ports.known(device).filter(p -> p == port).isPresent();
    }

    /** The sentence for a person who wants another device where this one is reached. */
    public static String takenBy(String address, int port, String device) {
        return address + " is the address of " + device + ", at port " + port
                + ". Another device behind the same address has a port of its own.";
    }

    @Transactional(readOnly = true)
    public Device withId(long id) {
        return repository.withId(id).snapshot();
    }

    /** For what is stored and refers to the device. */
    @Transactional(readOnly = true)
    public StoredDevice reference(Device device) {
        return repository.getReferenceById(device.id());
    }

    /** Those of them that exist. */
    @Transactional(readOnly = true)
    public List<Device> withIds(Set<Long> ids) {
        return snapshots(repository.findByIdIn(ids));
    }

    /** Those of these names that are names of devices. */
    @Transactional(readOnly = true)
    public Set<String> namesAmong(Collection<String> names) {
        return names.isEmpty() ? Set.of() : repository.namesAmong(names);
    }

    /** @throws ProblemException that names those that do not exist */
    @Transactional(readOnly = true)
    public List<Device> named(Set<String> names) {
        List<Device> found = snapshots(repository.findByNameInOrderByName(names));
        if (found.size() < names.size()) {
            Set<String> missing = new TreeSet<>(names);
            found.forEach(d -> missing.remove(d.name()));
            throw ProblemException.notFound(
                    missing.size() == 1
                            ? "The device " + missing.iterator().next()
                            : "Each of " + missing.size() + " devices, "
                                    + missing.iterator().next() + " among them,");
        }
        return found;
    }

    @Transactional(readOnly = true)
    public DeviceView viewOf(String name) {
        return view(repository.named(name));
    }

    /** A site. */
    public record SiteEntry(long id, String code, String name) {}

    @Transactional(readOnly = true)
    public List<SiteEntry> sites() {
        return sites.findAllByOrderByName().stream().map(Site::entry).toList();
    }

    /**
     * Makes a backup the configuration that Safe Step expects to find.
     *
     * @param matches whether the device was found to hold it
     */
    public void acceptBaseline(long deviceId, long backupId, boolean matches, String person, String why) {
        acceptBaselines(List.of(new AcceptedBaseline(deviceId, backupId, matches, why)), person);
    }

    /**
     * What is expected of a device from now on.
     *
     * @param matches whether the device holds it
     * @param why a sentence for the record
     */
    public record AcceptedBaseline(long deviceId, long backupId, boolean matches, String why) {}

    /** Accepts the baselines of many devices at once. */
    public void acceptBaselines(List<AcceptedBaseline> all, String person) {
        List<AuditLog.Line> record = new ArrayList<>();
        // Read together: each is at hand then when it is asked for.
        repository.findByIdIn(all.stream().map(AcceptedBaseline::deviceId).collect(Collectors.toSet()));
        for (AcceptedBaseline one : all) {
            StoredDevice device = repository.withId(one.deviceId());
            device.accept(one.backupId(), one.matches(), clock.instant());
            record.add(new AuditLog.Line(device.name(), "baseline accepted", one.why()));
        }
        audit.writeAll(person, record);
        all.forEach(one -> events.publishEvent(new BaselineMoved(one.deviceId(), one.backupId(), one.matches())));
    }

    /**
     * Notes what a fresh backup showed. Locks the device like {@link #lock}.
     *
     * @param before how it stood before, as far as is known
     * @param hostKey what the device showed in the session; null when that has been noted
     * @param saved whether running and startup are the same
     * @param match whether running is the same as the baseline
     * @param marker what the device says as long as nothing changes; null when it says nothing of the kind
     * @return whether it stood so before, with this baseline: if not, nothing was noted
     */
    public boolean backedUp(
            long deviceId,
            Standing before,
            @Nullable String hostKey,
            Saved saved,
            Match match,
            @Nullable String marker) {
        return standings.backedUp(deviceId, before, hostKey, saved, match, marker);
    }

    /**
     * Notes that a device, which showed this host key, says that nothing has changed since it was read. Locks it like
     * {@link #lock}.
     */
    public Standing confirmed(long deviceId, @Nullable String hostKey) {
        return standings.confirmed(deviceId, hostKey);
    }

    /**
     * Notes why a backup was not possible.
     *
     * @return whether the one before was
     */
    public boolean backupFailed(long deviceId, String problem) {
        StoredDevice device = repository.withId(deviceId);
        boolean first = device.backupFailedAt() == null;
        device.backupFailed(problem, clock.instant());
        return first;
    }

    /** How it stood when it was read last. */
    @Transactional(propagation = Propagation.SUPPORTS)
    public Standing standing(long deviceId) {
        return standings.of(deviceId);
    }

    /** The same, and until the transaction ends nobody else notes what a device showed or stores versions of it. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Standing lock(long deviceId) {
        return standings.lock(deviceId);
    }

    /** Notes that a session succeeded. */
    @Transactional(propagation = Propagation.SUPPORTS)
    public void seen(long deviceId, @Nullable String hostKey) {
        standings.seen(deviceId, hostKey);
    }

    /** Notes why a session failed. */
    public void failed(long deviceId, String problem) {
        repository.withId(deviceId).failed(problem);
    }

    private DeviceView view(StoredDevice stored) {
        Device d = stored.snapshot();
        return new DeviceView(
                d.name(),
                d.address(),
                d.siteName(),
                d.role(),
                d.platform(),
                platforms.maker(d.platform()),
                d.stance(),
                d.partner() == null ? null : d.partner().name(),
                stored.lastSeenAt(),
                stored.lastProblem(),
                d.baselineBackupId());
    }
}
