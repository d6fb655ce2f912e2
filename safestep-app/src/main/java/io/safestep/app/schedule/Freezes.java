package io.safestep.app.schedule;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.inventory.DeviceTraits;
import io.safestep.core.schedule.Freeze;
import io.safestep.core.schedule.Occurrence;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Stretches of time in which changes may not run: for the whole network, for sites, for groups. */
@Service
@Transactional
public class Freezes {

    /** How far ahead the next time is looked for. */
    private static final Duration AHEAD = Duration.ofDays(400);

    private final FreezeRepository repository;
    private final Devices devices;
    private final Groups groups;
    private final AuditLog audit;
    private final NetworkSettings settings;
    private final Clock clock;

    Freezes(
            FreezeRepository repository,
            Devices devices,
            Groups groups,
            AuditLog audit,
            NetworkSettings settings,
            Clock clock) {
        this.repository = repository;
        this.devices = devices;
        this.groups = groups;
        this.audit = audit;
        this.settings = settings;
        this.clock = clock;
    }

    /** Every time between two moments at which a freeze holds for any of the devices, earliest first. */
    @Transactional(readOnly = true)
    public List<Frozen> over(Collection<Device> some, Instant from, Instant to) {
        List<FreezeEntity> all = repository.findByLiftedAtIsNullOrderByName();
        if (all.isEmpty()) {
            return List.of();
        }
        Set<Long> sites = new HashSet<>();
        some.forEach(d -> sites.add(devices.siteIdOf(d)));
        Set<Long> inGroups = all.stream().allMatch(f -> f.groups().isEmpty()) ? Set.of() : groupsOf(some);
        return times(
                all.stream()
                        .filter(f -> f.wholeNetwork()
                                || f.sites().stream().anyMatch(sites::contains)
                                || f.groups().stream().anyMatch(inGroups::contains))
                        .toList(),
                from,
                to);
    }

    private Set<Long> groupsOf(Collection<Device> some) {
        Map<Long, DeviceTraits> traits = new HashMap<>();
        some.forEach(d -> traits.put(d.id(), d.traits()));
        Set<Long> ids = new HashSet<>();
        groups.byDevice(traits).values().forEach(in -> in.forEach(g -> ids.add(g.id())));
        return ids;
    }

    /** Every time between two moments at which a freeze holds for anything, earliest first. */
    @Transactional(readOnly = true)
    public List<Frozen> between(Instant from, Instant to) {
        Schedule.refuseUnfit(from, to);
        return times(repository.findByLiftedAtIsNullOrderByName(), from, to);
    }

    private List<Frozen> times(List<FreezeEntity> some, Instant from, Instant to) {
        Map<Long, String> siteNames = siteNames();
        List<Frozen> found = new ArrayList<>();
        for (FreezeEntity f : some) {
            String scope = scope(f, siteNames);
            for (Occurrence o : f.freeze().occurrences(from, to)) {
                found.add(new Frozen(f.id(), f.name(), f.reason(), o.start(), o.end(), scope));
            }
        }
        found.sort(Comparator.comparing(Frozen::begins));
        return found;
    }

    private Map<Long, String> siteNames() {
        Map<Long, String> names = new HashMap<>();
        devices.sites().forEach(s -> names.put(s.id(), s.name()));
        return names;
    }

    private String scope(FreezeEntity freeze, Map<Long, String> siteNames) {
        if (freeze.wholeNetwork()) {
            return "the whole network";
        }
        List<String> parts = new ArrayList<>(siteNames(freeze, siteNames));
        groupNames(freeze).forEach(g -> parts.add("the group " + g));
        return String.join(", ", parts);
    }

    private static List<String> siteNames(FreezeEntity freeze, Map<Long, String> siteNames) {
        return freeze.sites().stream().map(siteNames::get).sorted().toList();
    }

    private List<String> groupNames(FreezeEntity freeze) {
        return freeze.groups().stream().map(groups::nameOf).sorted().toList();
    }

    /** Those that have not been lifted. */
    @Transactional(readOnly = true)
    public List<FreezeView> all() {
        Instant now = clock.instant();
        Map<Long, String> siteNames = siteNames();
        return repository.findByLiftedAtIsNullOrderByName().stream()
                .map(f -> new FreezeView(
                        f.id(),
                        f.name(),
                        f.reason(),
                        f.freeze().begins(),
                        f.freeze().ends(),
                        f.freeze().recurrence(),
                        siteNames(f, siteNames),
                        groupNames(f),
                        f.addedBy(),
                        f.freeze().occurrences(now, now.plus(AHEAD)).stream()
                                .findFirst()
                                .map(o -> new FreezeView.Span(o.start(), o.end()))
                                .orElse(null)))
                .toList();
    }

    public void add(FreezeRequest wanted, String person) {
        String name = wanted.name().strip();
        if (repository.findByNameIgnoreCaseAndLiftedAtIsNull(name).isPresent()) {
            throw ProblemException.invalid("name", "There is a freeze called " + name + " already.");
        }
        if (!wanted.ends().isAfter(wanted.begins())) {
            throw ProblemException.invalid("ends", "Choose an end after the beginning.");
        }
        if (wanted.ends().isAfter(wanted.begins().plusDays(366))) {
            throw ProblemException.invalid("ends", "A freeze holds for a year at most.");
        }
        String recurrence = wanted.recurrence() == null || wanted.recurrence().isBlank() ? null : wanted.recurrence();
        Freeze freeze;
        try {
            freeze = new Freeze(wanted.begins(), wanted.ends(), recurrence, settings.zone());
        } catch (IllegalArgumentException e) {
            throw ProblemException.invalid("recurrence", e.getMessage());
        }
        Map<String, Long> siteIds = new HashMap<>();
        devices.sites().forEach(s -> siteIds.put(s.code(), s.id()));
        Set<Long> sites = new HashSet<>();
        for (String code : wanted.sites()) {
            if (!siteIds.containsKey(code)) {
                throw ProblemException.invalid("sites", "There is no site " + code + ".");
            }
            sites.add(siteIds.get(code));
        }
        Set<Long> groupIds = new HashSet<>();
        wanted.groups().forEach(g -> groupIds.add(groups.idOf(g)));
        FreezeEntity stored = repository.save(
                new FreezeEntity(name, wanted.reason().strip(), freeze, sites, groupIds, person, clock.instant()));
        audit.write(
                person,
                "schedule",
                "freeze added",
                name + ", for " + scope(stored, siteNames()) + ": "
                        + wanted.reason().strip());
    }

    /** From now on changes may run again. */
    void lift(long id, String reason, String person) {
        FreezeEntity freeze =
                repository.findByIdAndLiftedAtIsNull(id).orElseThrow(() -> ProblemException.notFound("This freeze"));
        freeze.lift(person, clock.instant(), reason.strip());
        audit.write(person, "schedule", "freeze lifted", freeze.name() + ": " + reason.strip());
    }
}
