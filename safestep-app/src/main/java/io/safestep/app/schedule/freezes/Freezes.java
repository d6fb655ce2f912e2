package io.safestep.app.schedule.freezes;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
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
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
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
    private final Network network;
    private final Clock clock;

    Freezes(FreezeRepository repository, Devices devices, Groups groups, AuditLog audit, Network network, Clock clock) {
        this.repository = repository;
        this.devices = devices;
        this.groups = groups;
        this.audit = audit;
        this.network = network;
        this.clock = clock;
    }

    /** Every time between two moments at which a freeze holds for any of the devices, earliest first. */
    @Transactional(readOnly = true)
    public List<Frozen> over(Collection<Long> deviceIds, Instant from, Instant to) {
        return inForce(deviceIds).over(deviceIds, from, to);
    }

    /** The freezes that have not been lifted, and which of some devices they hold for: read once, to be asked often. */
    public InForce inForce(Collection<Long> deviceIds) {
        List<FreezeEntity> all = repository.findByLiftedAtIsNullOrderByName();
        Map<Long, Place> places = new HashMap<>();
        if (!all.isEmpty()) {
            Map<Long, Devices.Located> located = devices.located(deviceIds);
            Map<Long, DeviceTraits> traits = new HashMap<>();
            located.forEach((id, d) -> traits.put(id, d.traits()));
            Map<Long, List<Groups.Entry>> inGroups =
                    all.stream().allMatch(f -> f.groups().isEmpty()) ? Map.of() : groups.byDevice(traits);
            located.forEach((id, d) -> places.put(
                    id,
                    new Place(
                            d.siteId(),
                            inGroups.getOrDefault(id, List.of()).stream()
                                    .map(Groups.Entry::id)
                                    .collect(Collectors.toSet()))));
        }
        return new InForce(all, places, all.isEmpty() ? new Names(Map.of(), Map.of()) : names());
    }

    /** Where a device is, as far as freezes ask for it. */
    private record Place(long siteId, Set<Long> groups) {}

    /** What people call sites and groups, by id. */
    private record Names(Map<Long, String> sites, Map<Long, String> groups) {

        List<String> sitesOf(FreezeEntity freeze) {
            return freeze.sites().stream().map(sites::get).sorted().toList();
        }

        List<String> groupsOf(FreezeEntity freeze) {
            return freeze.groups().stream().map(groups::get).sorted().toList();
        }

        String scope(FreezeEntity freeze) {
            if (freeze.wholeNetwork()) {
                return "the whole network";
            }
            List<String> parts = new ArrayList<>(sitesOf(freeze));
            groupsOf(freeze).forEach(g -> parts.add("the group " + g));
            return String.join(", ", parts);
        }
    }

    private Names names() {
        Map<Long, String> sites = new HashMap<>();
        devices.sites().forEach(s -> sites.put(s.id(), s.name()));
        Map<Long, String> groupNames = new HashMap<>();
        groups.entries().forEach(g -> groupNames.put(g.id(), g.name()));
        return new Names(sites, groupNames);
    }

    /** What was read for some devices. */
    public static final class InForce {
        private final List<FreezeEntity> all;
        private final Map<Long, Place> places;
        private final Names names;

        private InForce(List<FreezeEntity> all, Map<Long, Place> places, Names names) {
            this.all = all;
            this.places = places;
            this.names = names;
        }

        /** Every time between two moments at which a freeze holds for any of the devices, earliest first. */
        public List<Frozen> over(Collection<Long> deviceIds, Instant from, Instant to) {
            return times(all.stream().filter(f -> holdsFor(f, deviceIds)).toList(), names, from, to);
        }

        private boolean holdsFor(FreezeEntity freeze, Collection<Long> deviceIds) {
            return freeze.wholeNetwork()
                    || deviceIds.stream()
                            .map(places::get)
                            .anyMatch(p -> freeze.sites().contains(p.siteId())
                                    || freeze.groups().stream().anyMatch(p.groups()::contains));
        }
    }

    /** Every time between two moments at which a freeze holds for anything, earliest first. */
    @Transactional(readOnly = true)
    public List<Frozen> between(Stretch stretch, Sight sight) {
        Set<Long> theirs =
                all().stream().filter(f -> f.isFor(sight)).map(FreezeView::id).collect(Collectors.toSet());
        return times(
                        repository.findByLiftedAtIsNullOrderByName().stream()
                                .filter(f -> theirs.contains(f.id()))
                                .toList(),
                        names(),
                        stretch.from(),
                        stretch.to())
                .stream()
                .map(f -> sight.readsEverything()
                        ? f
                        : new Frozen(f.freezeId(), f.name(), f.reason(), f.begins(), f.ends(), ""))
                .toList();
    }

    private static List<Frozen> times(List<FreezeEntity> some, Names names, Instant from, Instant to) {
        List<Frozen> found = new ArrayList<>();
        for (FreezeEntity f : some) {
            String scope = names.scope(f);
            for (Occurrence o : f.freeze().occurrences(from, to)) {
                found.add(new Frozen(f.id(), f.name(), f.reason(), o.start(), o.end(), scope));
            }
        }
        found.sort(Comparator.comparing(Frozen::begins));
        return found;
    }

    /** Those that have not been lifted. */
    @Transactional(readOnly = true)
    public List<FreezeView> all() {
        Instant now = clock.instant();
        Names names = names();
        return repository.findByLiftedAtIsNullOrderByName().stream()
                .map(f -> new FreezeView(
                        f.id(),
                        f.name(),
                        f.reason(),
                        f.freeze().begins(),
                        f.freeze().ends(),
                        f.freeze().recurrence(),
                        names.sitesOf(f),
                        names.groupsOf(f),
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
            freeze = new Freeze(wanted.begins(), wanted.ends(), recurrence, network.zone());
        } catch (IllegalArgumentException e) {
            throw ProblemException.invalid("recurrence", Objects.requireNonNull(e.getMessage()));
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
                name + ", for " + names().scope(stored) + ": " + wanted.reason().strip());
    }

    /** From now on changes may run again. */
    void lift(long id, String reason, String person) {
        FreezeEntity freeze =
                repository.findByIdAndLiftedAtIsNull(id).orElseThrow(() -> ProblemException.notFound("This freeze"));
        freeze.lift(person, clock.instant(), reason.strip());
        audit.write(person, "schedule", "freeze lifted", freeze.name() + ": " + reason.strip());
    }
}
