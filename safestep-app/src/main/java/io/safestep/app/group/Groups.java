package io.safestep.app.group;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.credential.Credentials;
import io.safestep.app.credential.Place;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.inventory.DeviceTraits;
import io.safestep.core.inventory.GroupRule;
import io.safestep.core.inventory.NamePattern;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Named sets of devices. The front door of this package. */
@Service
@Transactional
public class Groups {

    private final DeviceGroupRepository repository;
    private final Devices devices;
    private final Credentials credentials;
    private final List<GroupUse> uses;
    private final AuditLog audit;

    Groups(
            DeviceGroupRepository repository,
            Devices devices,
            Credentials credentials,
            List<GroupUse> uses,
            AuditLog audit) {
        this.repository = repository;
        this.devices = devices;
        this.credentials = credentials;
        this.uses = uses;
        this.audit = audit;
    }

    /** A group by name and id, without what it holds. */
    public record Entry(long id, String name, boolean fixed) {}

    /**
     * What somebody wants a group to be.
     *
     * @param rule null for a fixed list
     * @param devices names, for a fixed list
     */
    public record Wanted(
            String name,
            String note,
            GroupView.@Nullable Rule rule,
            @Nullable Set<String> devices) {}

    @Transactional(readOnly = true)
    public List<Entry> entries() {
        return repository.findAllByOrderByName().stream()
                .map(g -> new Entry(g.id(), g.name(), g.rule() == null))
                .toList();
    }

    /** The name of a group that something refers to. */
    @Transactional(readOnly = true)
    public String nameOf(long id) {
        return existing(id).name();
    }

    /**
     * The id of a group.
     *
     * @param name null for all devices
     * @return null for all devices
     * @throws ProblemException with the field {@code group} when there is none of this name
     */
    @Transactional(readOnly = true)
    public @Nullable Long idOrAll(@Nullable String name) {
        return name == null ? null : idOf(name);
    }

    /** @throws ProblemException with the field {@code group} when there is none of this name */
    @Transactional(readOnly = true)
    public long idOf(String name) {
        return repository
                .findByName(name)
                .map(DeviceGroup::id)
                .orElseThrow(() -> ProblemException.invalid("group", "There is no group called " + name + "."));
    }

    @Transactional(readOnly = true)
    public List<GroupView> all() {
        List<Device> known = devices.snapshots();
        Map<Long, Long> uses = credentials.byPlace().getOrDefault(Place.GROUP, Map.of());
        Map<Long, String> names = new HashMap<>();
        credentials.all().forEach(c -> names.put(c.id(), c.name()));
        return repository.findAllByOrderByName().stream()
                .map(g -> view(g, known, names.get(uses.get(g.id()))))
                .toList();
    }

    private static GroupView view(DeviceGroup group, List<Device> known, @Nullable String credential) {
        BiPredicate<Long, DeviceTraits> holds = holds(group);
        GroupView.Rule rule = group.rule();
        return new GroupView(
                group.id(),
                group.name(),
                group.note(),
                rule,
                rule == null ? null : core(rule).inWords(),
                known.stream()
                        .filter(d -> holds.test(d.id(), d.traits()))
                        .map(Device::name)
                        .toList(),
                credential);
    }

    /** Takes the id of a device and what rules look at. */
    private static BiPredicate<Long, DeviceTraits> holds(DeviceGroup group) {
        if (group.rule() == null) {
            Set<Long> members = new HashSet<>(group.members());
            return (id, traits) -> members.contains(id);
        }
        GroupRule rule = core(group.rule());
        return (id, traits) -> rule.holds(traits);
    }

    private static GroupRule core(GroupView.Rule rule) {
        return new GroupRule(
                Set.copyOf(rule.sites()),
                Set.copyOf(rule.roles()),
                Set.copyOf(rule.platforms()),
                rule.namePattern().isBlank()
                        ? null
                        : new NamePattern(rule.namePattern().strip()),
                Set.copyOf(rule.labels()));
    }

    /** Names of the devices that a group holds now; empty when there is no such group. */
    @Transactional(readOnly = true)
    public Optional<List<String>> members(String groupName) {
        return repository.findByName(groupName).map(group -> {
            BiPredicate<Long, DeviceTraits> holds = holds(group);
            return devices.snapshots().stream()
                    .filter(d -> holds.test(d.id(), d.traits()))
                    .map(Device::name)
                    .sorted()
                    .toList();
        });
    }

    /** Names of the devices that a rule would hold now. */
    @Transactional(readOnly = true)
    public List<String> preview(GroupView.Rule rule) {
        GroupRule wanted = core(rule);
        return devices.snapshots().stream()
                .filter(d -> wanted.holds(d.traits()))
                .map(Device::name)
                .toList();
    }

    /**
     * The groups of devices, in the order of their names. Devices in none are missing.
     *
     * @param of what rules look at, by the id of the device
     */
    @Transactional(readOnly = true)
    public Map<Long, List<Entry>> byDevice(Map<Long, DeviceTraits> of) {
        Map<Long, List<Entry>> byDevice = new HashMap<>();
        for (DeviceGroup group : repository.findAllByOrderByName()) {
            Entry entry = new Entry(group.id(), group.name(), group.rule() == null);
            BiPredicate<Long, DeviceTraits> holds = holds(group);
            of.forEach((id, traits) -> {
                if (holds.test(id, traits)) {
                    byDevice.computeIfAbsent(id, i -> new ArrayList<>()).add(entry);
                }
            });
        }
        return byDevice;
    }

    public GroupView save(@Nullable Long id, Wanted wanted, String person) {
        String name = wanted.name().strip();
        repository.findByName(name).filter(g -> !g.id().equals(id)).ifPresent(g -> {
            throw ProblemException.invalid("name", "There is a group called " + name + " already.");
        });
        DeviceGroup group = id == null ? new DeviceGroup(name, wanted.note()) : existing(id);
        group.describe(name, wanted.note());
        String holds;
        if (wanted.rule() == null) {
            List<Device> members = devices.named(Objects.requireNonNullElse(wanted.devices(), Set.of()));
            group.holdFixed(new HashSet<>(members.stream().map(Device::id).toList()));
            holds = "Fixed, " + members.size() + " devices.";
        } else {
            if (core(wanted.rule()).isEmpty()) {
                throw ProblemException.invalid(
                        "rule", "Say at least one condition: a rule without any would hold every device.");
            }
            group.holdByRule(wanted.rule());
            holds = "By rule: " + core(wanted.rule()).inWords() + ".";
        }
        DeviceGroup saved = repository.saveAndFlush(group);
        audit.write(person, name, id == null ? "group added" : "group changed", holds);
        return viewOf(saved.id());
    }

    private GroupView viewOf(long id) {
        return all().stream().filter(g -> g.id() == id).findFirst().orElseThrow();
    }

    /** Puts a device into a group with a fixed list; false when it was there. */
    public boolean put(String groupName, String device, String person) {
        DeviceGroup group = fixed(groupName);
        boolean added = group.members().add(devices.named(device).id());
        if (added) {
            audit.write(person, device, "put into group", groupName);
        }
        return added;
    }

    /** Takes a device out of a group with a fixed list; false when it was not there. */
    public boolean takeOut(String groupName, String device, String person) {
        DeviceGroup group = fixed(groupName);
        boolean removed = group.members().remove(devices.named(device).id());
        if (removed) {
            audit.write(person, device, "taken out of group", groupName);
        }
        return removed;
    }

    private DeviceGroup fixed(String name) {
        DeviceGroup group = repository
                .findByName(name)
                .orElseThrow(() -> ProblemException.invalid("argument", "There is no group called " + name + "."));
        if (group.rule() != null) {
            throw ProblemException.refused(name + " holds its devices by rule. Change the rule instead.");
        }
        return group;
    }

    public void remove(long id, String person) {
        DeviceGroup group = existing(id);
        if (credentials.byPlace().getOrDefault(Place.GROUP, Map.of()).containsKey(id)) {
            throw ProblemException.refused(group.name()
                    + " says which credential is used for its devices. Take that back first, under Credentials.");
        }
        uses.stream().flatMap(u -> u.of(id).stream()).findFirst().ifPresent(use -> {
            throw ProblemException.refused(group.name() + " is named by " + use + ". Change or remove that first.");
        });
        repository.delete(group);
        audit.write(person, group.name(), "group removed", "Its devices stay.");
    }

    private DeviceGroup existing(long id) {
        return repository.findById(id).orElseThrow(() -> ProblemException.notFound("This group"));
    }
}
