package io.safestep.app.network;

import io.safestep.app.backup.Backups;
import io.safestep.app.backup.Backups.RunningCopy;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.NetworkDescription;
import io.safestep.core.network.NetworkModel;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.PresumedLinks;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The network as the newest backups of the running configurations and the known cables make it. The front door of this
 * package, beside {@link Cabling}.
 */
@Service
public class ComputedNetwork {

    private final Devices devices;
    private final Backups backups;
    private final Platforms platforms;
    private final Cabling cabling;
    private final TransactionTemplate transaction;

    /** Facts by platform and hash of the text: a configuration that has not changed is not read again. */
    private final Map<String, DeviceFacts> facts = new ConcurrentHashMap<>();

    private volatile @Nullable Computed last;

    /**
     * @param from what it was computed from
     * @param takenAt when the configuration of each device was read, UTC
     * @param missing devices without a configuration that can be read, with the reason
     */
    record Computed(Input from, NetworkModel model, Map<String, Instant> takenAt, Map<String, String> missing) {}

    /**
     * What a network is computed from; equal inputs give equal networks.
     *
     * @param untold devices that can't be asked what is at their cables
     */
    record Input(Map<String, String> hashes, List<Link> links, List<Host> hosts, Set<String> untold) {}

    ComputedNetwork(
            Devices devices, Backups backups, Platforms platforms, Cabling cabling, TransactionTemplate transaction) {
        this.devices = devices;
        this.backups = backups;
        this.platforms = platforms;
        this.cabling = cabling;
        this.transaction = transaction;
    }

    /**
     * What the newest backups say, without computing what follows.
     *
     * @param devices facts of each device whose configuration can be read
     */
    public record Configured(Map<String, DeviceFacts> devices, List<Link> links) {}

    public Configured configured() {
        return transaction.execute(t -> {
            List<Device> all = devices.snapshots();
            Map<Long, String> names = new HashMap<>();
            all.forEach(device -> names.put(device.id(), device.name()));
            Map<String, DeviceFacts> read = facts(all, newestCopies(), new HashMap<>());
            return new Configured(read, cabling.links(names));
        });
    }

    /** The network as it is computed now. */
    public NetworkModel model() {
        return current().model();
    }

    Computed current() {
        return transaction.execute(t -> compute());
    }

    private Computed compute() {
        Map<Long, RunningCopy> copies = newestCopies();
        Map<Long, String> names = new HashMap<>();
        Map<String, String> hashes = new TreeMap<>();
        List<Device> all = devices.snapshots();
        for (Device device : all) {
            names.put(device.id(), device.name());
            RunningCopy copy = copies.get(device.id());
            hashes.put(device.name(), copy == null ? "" : device.platform() + " " + copy.hash());
        }
        Input input = new Input(hashes, cabling.links(names), cabling.hosts(names), untold(all));
        Computed known = last;
        NetworkModel model = known != null && known.from().equals(input) ? known.model() : null;
        Map<String, String> missing = new TreeMap<>();
        Map<String, Instant> takenAt = new HashMap<>();
        Map<String, DeviceFacts> read = facts(all, copies, missing);
        for (Device device : all) {
            RunningCopy copy = copies.get(device.id());
            if (copy != null && read.containsKey(device.name())) {
                takenAt.put(device.name(), copy.takenAt());
            }
        }
        if (model == null) {
            List<Link> links = new ArrayList<>(input.links());
            links.addAll(PresumedLinks.of(read, input.untold(), input.links(), input.hosts()));
            model = new NetworkModel(
                    new NetworkDescription(read, links, input.hosts(), Conditions.untold(input.untold())));
        }
        last = new Computed(input, model, takenAt, missing);
        return last;
    }

    private Set<String> untold(List<Device> all) {
        return all.stream()
                .filter(d -> !platforms.has(d.platform())
                        || platforms.profile(d.platform()).links() == null)
                .map(Device::name)
                .collect(Collectors.toSet());
    }

    private Map<Long, RunningCopy> newestCopies() {
        Map<Long, RunningCopy> copies = new HashMap<>();
        backups.newestRunning().forEach(c -> copies.put(c.deviceId(), c));
        return copies;
    }

    /** @param missing takes the devices without a configuration that can be read, with the reason */
    private Map<String, DeviceFacts> facts(
            List<Device> all, Map<Long, RunningCopy> copies, Map<String, String> missing) {
        Map<String, DeviceFacts> read = new TreeMap<>();
        List<Unread> unread = new ArrayList<>();
        for (Device device : all) {
            RunningCopy copy = copies.get(device.id());
            DeviceFacts known = copy == null ? null : facts.get(key(device, copy));
            if (copy == null) {
                missing.put(device.name(), "It was never backed up.");
            } else if (known == null) {
                unread.add(new Unread(device, copy));
            } else {
                read.put(device.name(), known);
            }
        }
        for (int from = 0; from < unread.size(); from += Backups.MOST_AT_ONCE) {
            List<Unread> some = unread.subList(from, Math.min(unread.size(), from + Backups.MOST_AT_ONCE));
            // Somebody else may be at it: then its facts are there when he has done.
            synchronized (facts) {
                List<Unread> still = some.stream()
                        .filter(u -> !facts.containsKey(key(u.device, u.copy)))
                        .toList();
                trees(still, missing).entrySet().parallelStream().forEach(e -> factsOf(e.getKey(), e.getValue()));
                for (Unread one : some) {
                    DeviceFacts known = facts.get(key(one.device, one.copy));
                    if (known != null) {
                        read.put(one.device.name(), known);
                    }
                }
            }
        }
        return read;
    }

    /** A device whose newest configuration was not read yet. */
    private record Unread(Device device, RunningCopy copy) {}

    private Map<Unread, ConfigTree> trees(List<Unread> some, Map<String, String> missing) {
        backups.prepareTrees(some.stream().map(u -> u.copy.backupId()).toList());
        Map<Unread, ConfigTree> trees = new HashMap<>();
        for (Unread one : some) {
            try {
                trees.put(one, backups.keptTree(one.copy.backupId()));
            } catch (ConfigSyntaxException e) {
                missing.put(one.device.name(), "Its backup can't be read, line " + e.line() + ": " + e.getMessage());
            }
        }
        return trees;
    }

    private static String key(Device device, RunningCopy copy) {
        return device.name() + " " + device.platform() + " " + copy.hash();
    }

    private void factsOf(Unread one, ConfigTree configuration) {
        Device device = one.device;
        DeviceFacts read = platforms.facts(device.platform()).read(device.name(), configuration);
        facts.keySet().removeIf(k -> k.startsWith(device.name() + " "));
        facts.put(key(device, one.copy), read);
    }

    /** The devices without a readable configuration, in words; null when there are none. */
    static @Nullable String gaps(Computed network) {
        List<String> gaps = new ArrayList<>(network.missing().keySet());
        if (gaps.isEmpty()) {
            return null;
        }
        String named = String.join(", ", gaps.subList(0, Math.min(5, gaps.size())));
        return "The configuration of " + named + (gaps.size() > 5 ? " and " + (gaps.size() - 5) + " more" : "")
                + " is not known, so that the network is computed without "
                + (gaps.size() == 1 ? "it." : "them.");
    }
}
