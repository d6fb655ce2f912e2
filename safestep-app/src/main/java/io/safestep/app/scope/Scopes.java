package io.safestep.app.scope;

import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Devices.SiteEntry;
import io.safestep.app.group.Groups;
import io.safestep.app.kept.Stamps;
import io.safestep.app.people.accounts.KnownPlaces;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.core.inventory.DeviceTraits;
import io.safestep.core.people.DeviceSet;
import io.safestep.core.people.Scope;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What a scope comes to with the devices, sites and groups that there are now. The front door of this package. */
@Component
@Transactional(readOnly = true)
public class Scopes implements KnownPlaces {

    /** For how many people what they see is kept; some hundred kilobytes each with thousands of devices. */
    private static final int MOST_KEPT = 100;

    private final Devices devices;
    private final Groups groups;
    private final Stamps stamps;

    private volatile Kept kept = new Kept("", new ConcurrentHashMap<>());

    Scopes(Devices devices, Groups groups, Stamps stamps) {
        this.devices = devices;
        this.groups = groups;
        this.stamps = stamps;
    }

    /** What people see while a stamp holds. */
    private record Kept(String stamp, Map<Whose, Sight> sights) {}

    private record Whose(String login, Scope scope) {}

    /**
     * What somebody with a scope sees now. For all devices it asks nothing of the database; for others it is found out anew
     * when a device, site or group was written.
     */
    public Sight sight(String login, Scope scope) {
        if (scope.holdsEverything()) {
            return Sight.everything(login);
        }
        if (!TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            // What a transaction has written that may yet be undone is for nobody else.
            return found(login, scope);
        }
        String stamp = stamps.of(Stamps.Listed.DEVICES);
        Kept now = kept;
        if (!now.stamp().equals(stamp) || now.sights().size() >= MOST_KEPT) {
            now = new Kept(stamp, new ConcurrentHashMap<>());
            kept = now;
        }
        return now.sights().computeIfAbsent(new Whose(login, scope), who -> found(login, scope));
    }

    private Sight found(String login, Scope scope) {
        Map<Long, List<Groups.Entry>> inGroups = Map.of();
        if (!scope.reading().groups().isEmpty() || !scope.acting().groups().isEmpty()) {
            inGroups =
                    groups.byDevice(devices.snapshots().stream().collect(Collectors.toMap(Device::id, Device::traits)));
        }
        Set<String> read = new HashSet<>();
        Set<String> hidden = new HashSet<>();
        Set<String> acted = new HashSet<>();
        Set<Long> sites = new HashSet<>(scope.reading().sites());
        Set<Long> known = new HashSet<>(scope.reading().groups());
        for (Devices.Place device : devices.places()) {
            List<Long> of = ids(inGroups.getOrDefault(device.getId(), List.of()));
            if (scope.reads(device.getSiteId(), of)) {
                read.add(device.getName());
                sites.add(device.getSiteId());
                if (scope.acts(device.getSiteId(), of)) {
                    acted.add(device.getName());
                }
            } else {
                hidden.add(device.getName());
            }
        }
        boolean all = scope.reading().everything();
        Map<Long, String> siteNames = new HashMap<>();
        devices.sites().stream().filter(s -> sites.contains(s.id())).forEach(s -> siteNames.put(s.id(), s.name()));
        Map<Long, String> groupNames = new HashMap<>();
        groups.entries().stream().filter(g -> known.contains(g.id())).forEach(g -> groupNames.put(g.id(), g.name()));
        return new Sight(
                login, scope, all ? null : read, hidden, acted, all ? null : siteNames, all ? null : groupNames);
    }

    private static List<Long> ids(Collection<Groups.Entry> entries) {
        return entries.stream().map(Groups.Entry::id).toList();
    }

    /**
     * For a device that is not there yet, or that is to be something else.
     *
     * @throws ProblemException with the field {@code siteCode} when they could not act on it then
     */
    public void mustActOn(Sight sight, SiteEntry site, DeviceTraits traits) {
        if (!mayActOn(sight, site, traits)) {
            throw ProblemException.invalid(
                    "siteCode",
                    traits.name() + " at " + site.name()
                            + " would not be among the devices on which you may act. Choose a site of yours.");
        }
    }

    /** Whether they could act on a device that is not there yet, or that is to be something else. */
    public boolean mayActOn(Sight sight, SiteEntry site, DeviceTraits traits) {
        if (sight.actsOnEverything()) {
            return true;
        }
        List<Long> of = ids(groups.byDevice(Map.of(0L, traits)).getOrDefault(0L, List.of()));
        return sight.scope().acts(site.id(), of);
    }

    @Override
    public boolean exist(Scope scope) {
        Set<Long> sites = devices.sites().stream().map(SiteEntry::id).collect(Collectors.toSet());
        Set<Long> known = new HashSet<>(ids(groups.entries()));
        return Stream.of(scope.reading(), scope.acting())
                .allMatch(set -> sites.containsAll(set.sites()) && known.containsAll(set.groups()));
    }

    @Override
    public Function<Scope, String> wording() {
        Map<Long, String> sites = new HashMap<>();
        devices.sites().forEach(s -> sites.put(s.id(), s.name()));
        Map<Long, String> known = new HashMap<>();
        groups.entries().forEach(g -> known.put(g.id(), g.name()));
        return scope -> {
            String reading = words(scope.reading(), sites, known);
            String acting = words(scope.acting(), sites, known);
            return reading.equals(acting) ? reading : "sees " + reading + "; acts on " + acting;
        };
    }

    @Override
    public Function<String, Optional<DeviceSet>> naming() {
        Map<String, DeviceSet> named = new HashMap<>();
        groups.entries()
                .forEach(g -> named.put(g.name().toLowerCase(Locale.ROOT), DeviceSet.of(Set.of(), Set.of(g.id()))));
        for (SiteEntry site : devices.sites()) {
            DeviceSet set = DeviceSet.of(Set.of(site.id()), Set.of());
            named.put(site.code().toLowerCase(Locale.ROOT), set);
            named.put(site.name().toLowerCase(Locale.ROOT), set);
        }
        return name -> Optional.ofNullable(named.get(name.strip().toLowerCase(Locale.ROOT)));
    }

    private static String words(DeviceSet set, Map<Long, String> sites, Map<Long, String> groups) {
        if (set.everything()) {
            return "all devices";
        }
        if (set.holdsNothing()) {
            return "none";
        }
        return Stream.concat(
                        set.sites().stream().map(id -> sites.getOrDefault(id, "a site that is gone")),
                        set.groups().stream().map(id -> groups.getOrDefault(id, "a group that is gone")))
                .sorted()
                .collect(Collectors.joining(", "));
    }
}
