package io.safestep.app.rule;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.Backups;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.job.Jobs;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.rule.RuleView.Broken;
import io.safestep.app.rule.RuleView.Content;
import io.safestep.app.settings.Network;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.rule.Breach;
import io.safestep.core.rule.RuleCheck;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the configurations of groups must keep. The front door of this package. */
@Service
@Transactional
public class Rules {

    /** Parameters that every device has. */
    private static final Set<String> GIVEN = Set.of("device", "site", "role");

    private final ConfigRuleRepository repository;
    private final ConfigRuleVersionRepository versions;
    private final ConfigRuleExceptionRepository exceptions;
    private final Breaches breaches;
    private final Devices devices;
    private final Groups groups;
    private final Platforms platforms;
    private final Backups backups;
    private final Jobs jobs;
    private final AuditLog audit;
    private final Network network;
    private final Clock clock;

    Rules(
            ConfigRuleRepository repository,
            ConfigRuleVersionRepository versions,
            ConfigRuleExceptionRepository exceptions,
            Breaches breaches,
            Devices devices,
            Groups groups,
            Platforms platforms,
            Backups backups,
            Jobs jobs,
            AuditLog audit,
            Network network,
            Clock clock) {
        this.repository = repository;
        this.versions = versions;
        this.exceptions = exceptions;
        this.breaches = breaches;
        this.devices = devices;
        this.groups = groups;
        this.platforms = platforms;
        this.backups = backups;
        this.jobs = jobs;
        this.audit = audit;
        this.network = network;
        this.clock = clock;
    }

    /**
     * What somebody wants a rule to be.
     *
     * @param group null for all devices of the platform
     * @param note what is different from the version before
     */
    record Wanted(
            String name,
            String platform,
            @Nullable String group,
            boolean active,
            boolean stopsChanges,
            RuleContent content,
            String note) {}

    @Transactional(readOnly = true)
    List<RuleView> all() {
        Set<Long> backedUp = backedUp();
        return repository.findAllByOrderByName().stream()
                .map(r -> view(r, false, backedUp))
                .toList();
    }

    @Transactional(readOnly = true)
    RuleView view(long id) {
        return view(existing(id), true);
    }

    private Set<Long> backedUp() {
        return backups.newestRunning().stream()
                .map(Backups.RunningCopy::deviceId)
                .collect(Collectors.toSet());
    }

    private RuleView view(ConfigRule r, boolean whole) {
        return view(r, whole, backedUp());
    }

    /** @param backedUp ids of the devices that have a backup */
    private RuleView view(ConfigRule r, boolean whole, Set<Long> backedUp) {
        List<Device> concerned = concerned(r.platform(), r.groupId());
        int checked =
                (int) concerned.stream().filter(d -> backedUp.contains(d.id())).count();
        Set<Long> exempt = exempt(r.id());
        List<Broken> broken = breaches.of(r.id(), exempt);
        return new RuleView(
                r.id(),
                r.name(),
                r.platform(),
                r.groupId() == null ? null : groups.nameOf(r.groupId()),
                r.active(),
                r.stopsChanges(),
                r.versionNumber(),
                content(content(r)),
                new RuleView.Kept(
                        broken.size(), r.lookedAt(), checked, concerned.size() - checked, whole ? broken : List.of()),
                exceptions.findByRuleId(r.id()).stream()
                        .map(e -> new RuleView.Exempt(
                                devices.withId(e.deviceId()).name(),
                                e.reason(),
                                e.until(),
                                e.madeBy(),
                                e.until().isBefore(today())))
                        .toList(),
                whole
                        ? versions.findByRuleIdOrderByNumberDesc(r.id()).stream()
                                .map(v -> new RuleView.Version(
                                        v.number(), v.note(), v.writtenBy(), v.writtenAt(), content(v.content())))
                                .toList()
                        : List.of());
    }

    private static Content content(RuleContent c) {
        return new Content(
                c.rule().kind(), c.rule().inside(), c.rule().lines(), c.rule().pattern(), c.parameters());
    }

    private RuleContent content(ConfigRule r) {
        return versions.findByRuleIdAndNumber(r.id(), r.versionNumber())
                .orElseThrow()
                .content();
    }

    private LocalDate today() {
        return clock.instant().atZone(network.zone()).toLocalDate();
    }

    /** Ids of the devices that need not keep it now. */
    private Set<Long> exempt(long ruleId) {
        return exceptions.findByRuleId(ruleId).stream()
                .filter(e -> !e.until().isBefore(today()))
                .map(ConfigRuleException::deviceId)
                .collect(Collectors.toSet());
    }

    private List<Device> concerned(@Nullable String platform, @Nullable Long groupId) {
        Set<String> members = groupId == null
                ? null
                : new HashSet<>(groups.members(groups.nameOf(groupId)).orElse(List.of()));
        return devices.snapshots().stream()
                .filter(d -> d.platform().equals(platform))
                .filter(d -> members == null || members.contains(d.name()))
                .toList();
    }

    private boolean isConcerned(ConfigRule rule, Device device) {
        return rule.groupId() == null
                || groups.byDevice(Map.of(device.id(), device.traits())).getOrDefault(device.id(), List.of()).stream()
                        .anyMatch(g -> g.id() == rule.groupId());
    }

    private ConfigRule existing(long id) {
        return repository.findById(id).orElseThrow(() -> ProblemException.notFound("This rule"));
    }

    private static List<String> problems(RuleContent content) {
        Set<String> known = new HashSet<>(GIVEN);
        known.addAll(content.parameters().keySet());
        return content.rule().problems(known);
    }

    private static List<Breach> check(RuleContent content, Device device, ConfigTree tree, ConfigEngine engine) {
        Map<String, String> values = new HashMap<>(content.parameters());
        values.put("device", device.name());
        values.put("site", device.siteName());
        values.put("role", device.role().word());
        return new RuleCheck(content.rule(), values).in(tree, engine);
    }

    /** What a rule would flag, before it is switched on. Nothing is stored. */
    @Transactional(readOnly = true)
    RuleView.Trial trial(String platform, @Nullable String group, RuleContent content) {
        List<String> problems = problems(content);
        if (!problems.isEmpty()) {
            return new RuleView.Trial(problems, 0, List.of());
        }
        ConfigEngine engine = platforms.engine(platform);
        List<Broken> broken = new ArrayList<>();
        int checked = 0;
        for (Device device : concerned(platform, groups.idOrAll(group))) {
            Long newest = backups.newestRunning(device.id()).orElse(null);
            if (newest != null) {
                checked++;
                List<Breach> found = check(content, device, backups.tree(newest), engine);
                if (!found.isEmpty()) {
                    broken.add(new Broken(device.name(), null, newest, found));
                }
            }
        }
        return new RuleView.Trial(List.of(), checked, broken);
    }

    /** @param id null for a new one */
    RuleView save(@Nullable Long id, Wanted wanted, String person) {
        String name = wanted.name().strip();
        repository.findByName(name).filter(r -> !r.id().equals(id)).ifPresent(r -> {
            throw ProblemException.invalid("name", "There is a rule called " + name + " already.");
        });
        List<String> problems = problems(wanted.content());
        if (!problems.isEmpty()) {
            throw ProblemException.invalid(
                    problems.stream().map(p -> FieldError.of("lines", p)).toList());
        }
        ConfigRule rule =
                id == null ? new ConfigRule(platforms.profile(wanted.platform()).name()) : existing(id);
        if (!rule.platform().equals(wanted.platform())) {
            throw ProblemException.invalid("platform", "The platform of a rule stays the same. Write another rule.");
        }
        rule.describe(name, groups.idOrAll(wanted.group()), wanted.active(), wanted.stopsChanges());
        repository.saveAndFlush(rule);
        RuleContent content = wanted.content();
        boolean same = id != null && content.equals(content(rule));
        if (!same) {
            versions.saveAndFlush(new ConfigRuleVersion(
                    rule.id(), rule.nextVersion(), content, wanted.note().strip(), person, clock.instant()));
        }
        audit.write(
                person,
                name,
                id == null ? "rule added" : "rule changed",
                "Version " + rule.versionNumber() + (wanted.active() ? ", switched on." : ", not switched on.")
                        + (wanted.note().isBlank() ? "" : " " + wanted.note().strip()));
        repository.flush();
        jobs.schedule(CheckJob.NAME, rule.id() + ":" + rule.versionNumber() + ":" + clock.millis());
        return view(rule, true);
    }

    void remove(long id, String person) {
        ConfigRule rule = existing(id);
        repository.delete(rule);
        audit.write(person, rule.name(), "rule removed", "With its versions and exceptions.");
    }

    RuleView except(long id, String deviceName, String reason, LocalDate until, String person) {
        ConfigRule rule = existing(id);
        Device device = devices.named(deviceName);
        if (until.isBefore(today())) {
            throw ProblemException.invalid("until", "Choose a day from today on.");
        }
        ConfigRuleException exception = exceptions
                .findByRuleIdAndDeviceId(id, device.id())
                .orElseGet(() -> new ConfigRuleException(id, device.id()));
        exception.describe(reason.strip(), until, person);
        exceptions.saveAndFlush(exception);
        audit.write(person, deviceName, "excepted from rule", rule.name() + " until " + until + ". " + reason.strip());
        return view(rule, true);
    }

    RuleView endException(long id, String deviceName, String person) {
        ConfigRule rule = existing(id);
        exceptions.findByRuleIdAndDeviceId(id, devices.named(deviceName).id()).ifPresent(exceptions::delete);
        exceptions.flush();
        audit.write(person, deviceName, "exception from rule ended", rule.name());
        return view(rule, true);
    }

    /** Looks at one device, because it holds something new, by every rule that is about it. */
    void check(long deviceId, long backupId) {
        Device device = devices.withId(deviceId);
        ConfigTree tree = null;
        for (ConfigRule rule : repository.findByActiveTrueAndPlatform(device.platform())) {
            if (isConcerned(rule, device)) {
                tree = tree == null ? backups.tree(backupId) : tree;
                store(rule, device, backupId, tree);
            } else {
                breaches.keeps(rule.id(), deviceId);
            }
        }
    }

    /** Looks at every device that a rule is about. */
    void checkAll(long ruleId) {
        ConfigRule rule = repository.findById(ruleId).orElse(null);
        if (rule == null) {
            return;
        }
        List<Device> concerned = rule.active() ? concerned(rule.platform(), rule.groupId()) : List.of();
        breaches.retain(ruleId, concerned.stream().map(Device::id).collect(Collectors.toSet()));
        for (Device device : concerned) {
            backups.newestRunning(device.id()).ifPresent(id -> store(rule, device, id, backups.tree(id)));
        }
        repository.lookedAt(ruleId, rule.versionNumber(), clock.instant());
    }

    private void store(ConfigRule rule, Device device, long backupId, ConfigTree tree) {
        List<Breach> found = check(content(rule), device, tree, platforms.engine(device.platform()));
        if (found.isEmpty()) {
            breaches.keeps(rule.id(), device.id());
        } else {
            breaches.breaks(
                    rule.id(),
                    rule.name(),
                    device.id(),
                    backupId,
                    found,
                    exempt(rule.id()).contains(device.id()));
        }
    }

    /**
     * A rule that a configuration would not keep.
     *
     * @param sentence what is wrong, with the name of the rule
     * @param isNew the configuration before keeps it
     * @param stops a change that breaks it can't be submitted
     */
    public record WouldBreak(String sentence, boolean isNew, boolean stops) {}

    /** What an outcome configuration would not keep, exceptions aside. */
    @Transactional(readOnly = true)
    public List<WouldBreak> wouldBreak(Device device, ConfigTree before, ConfigTree outcome) {
        ConfigEngine engine = platforms.engine(device.platform());
        List<WouldBreak> broken = new ArrayList<>();
        for (ConfigRule rule : repository.findByActiveTrueAndPlatform(device.platform())) {
            boolean concerned = !exempt(rule.id()).contains(device.id()) && isConcerned(rule, device);
            List<Breach> after = concerned ? check(content(rule), device, outcome, engine) : List.of();
            if (!after.isEmpty()) {
                Set<String> old = check(content(rule), device, before, engine).stream()
                        .map(b -> b.path() + b.sentence())
                        .collect(Collectors.toSet());
                after.forEach(b -> {
                    boolean isNew = !old.contains(b.path() + b.sentence());
                    broken.add(new WouldBreak(
                            (isNew ? "Breaks the rule " : "Still breaks the rule ") + rule.name() + ": "
                                    + (b.path().isEmpty() ? "" : String.join(" › ", b.path()) + ": ") + b.sentence(),
                            isNew,
                            rule.stopsChanges()));
                });
            }
        }
        return broken;
    }
}
