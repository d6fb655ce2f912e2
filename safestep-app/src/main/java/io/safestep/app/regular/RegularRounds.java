package io.safestep.app.regular;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.Rounds;
import io.safestep.core.schedule.Recurrence;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Rounds that begin by themselves, again and again. The front door of this package. */
@Service
@Transactional
public class RegularRounds {

    private static final Duration SHORTEST = Duration.ofMinutes(5);
    private static final Set<String> ACTIONS = Set.of("BACK_UP", "DRIFT");

    private final RegularRoundRepository repository;
    private final Rounds rounds;
    private final Groups groups;
    private final Devices devices;
    private final Platforms platforms;
    private final AuditLog audit;
    private final Clock clock;

    RegularRounds(
            RegularRoundRepository repository,
            Rounds rounds,
            Groups groups,
            Devices devices,
            Platforms platforms,
            AuditLog audit,
            Clock clock) {
        this.repository = repository;
        this.rounds = rounds;
        this.groups = groups;
        this.devices = devices;
        this.platforms = platforms;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * What somebody wants to be done regularly.
     *
     * @param group name of the group; null for all devices
     */
    record Wanted(
            String name, String action, @Nullable String group, Recurrence times, int spreadMinutes, boolean active) {}

    @Transactional(readOnly = true)
    List<RegularRoundView> all() {
        return repository.findAllByOrderByName().stream().map(this::view).toList();
    }

    private RegularRoundView view(RegularRound r) {
        Recurrence times = r.times();
        return new RegularRoundView(
                r.id(),
                r.name(),
                r.action(),
                rounds.titleOf(r.action()),
                r.groupId() == null ? null : groups.nameOf(r.groupId()),
                new RegularRoundView.Times(
                        times.firstDay(), times.at(), times.rule(), times.zone().getId(), r.spreadMinutes()),
                r.active(),
                r.changedBy(),
                r.active() ? r.nextAt() : null,
                r.lastRoundId(),
                r.lastWords());
    }

    private Set<String> names(@Nullable Long groupId) {
        return groupId == null
                ? devices.snapshots().stream().map(Device::name).collect(Collectors.toSet())
                : Set.copyOf(groups.members(groups.nameOf(groupId)).orElse(List.of()));
    }

    /** What it would cost, before it is set. */
    @Transactional(readOnly = true)
    Estimate estimate(Wanted wanted) {
        checkAction(wanted.action());
        Set<String> names = names(groups.idOrAll(wanted.group()));
        int withMarker = (int) devices.snapshots().stream()
                .filter(d -> names.contains(d.name()) && platforms.has(d.platform()))
                .filter(d -> platforms.profile(d.platform()).changes().hasMarker())
                .count();
        Instant now = clock.instant();
        Optional<Duration> perDevice = rounds.usual(wanted.action());
        Duration whole = perDevice
                .map(d -> d.multipliedBy(names.size()))
                .map(d -> max(d, Duration.ofMinutes(wanted.spreadMinutes())))
                .orElse(null);
        Duration every = wanted.times().interval(now).orElse(null);
        Optional<Instant> next = wanted.times().nextAfter(now);
        return new Estimate(
                names.size(),
                withMarker,
                perDevice.map(Duration::toMillis).orElse(null),
                whole == null ? null : whole.toSeconds(),
                every == null ? null : every.toSeconds(),
                next.orElse(null),
                warning(names.size(), whole, every, next));
    }

    private static Duration max(Duration one, Duration other) {
        return one.compareTo(other) > 0 ? one : other;
    }

    private static @Nullable String warning(
            int count, @Nullable Duration whole, @Nullable Duration every, Optional<Instant> next) {
        if (count == 0) {
            return "The group holds no device now.";
        }
        if (next.isEmpty()) {
            return "The rule has no time from now on: it would never begin.";
        }
        if (whole != null
                && every != null
                && whole.compareTo(every.multipliedBy(8).dividedBy(10)) > 0) {
            return "One time takes most of the time until the next. One that still goes on is not begun again; choose a"
                    + " longer interval, or fewer devices.";
        }
        return null;
    }

    private static void checkAction(String action) {
        if (!ACTIONS.contains(action)) {
            throw ProblemException.invalid("action", "Regularly, devices can be backed up or looked at for drift.");
        }
    }

    /** @param id null for a new one */
    RegularRoundView save(@Nullable Long id, Wanted wanted, String person) {
        checkAction(wanted.action());
        String name = wanted.name().strip();
        repository.findByName(name).filter(r -> !r.id().equals(id)).ifPresent(r -> {
            throw ProblemException.invalid("name", "There is a regular round called " + name + " already.");
        });
        Instant now = clock.instant();
        wanted.times()
                .interval(now)
                .filter(every -> every.compareTo(SHORTEST) < 0)
                .ifPresent(every -> {
                    throw ProblemException.invalid("recurrence", "Not more often than every 5 minutes.");
                });
        RegularRound round = id == null ? new RegularRound(wanted.action()) : existing(id);
        if (!round.action().equals(wanted.action())) {
            throw ProblemException.invalid("action", "What a regular round does stays the same. Make another one.");
        }
        round.describe(
                name, groups.idOrAll(wanted.group()), wanted.times(), wanted.spreadMinutes(), wanted.active(), person);
        round.next(wanted.times().nextAfter(now).orElse(null));
        RegularRound saved = repository.saveAndFlush(round);
        audit.write(
                person,
                name,
                id == null ? "regular round added" : "regular round changed",
                rounds.titleOf(saved.action()) + " of "
                        + (wanted.group() == null ? "all devices" : "the group " + wanted.group()) + ", "
                        + wanted.times().rule() + " at " + wanted.times().at() + " "
                        + wanted.times().zone() + (wanted.active() ? "." : ", not active."));
        return view(saved);
    }

    /** Rounds that nobody has written yet follow the time zone of the network. */
    public void follow(ZoneId zone) {
        for (RegularRound round : repository.findByChangedBy(AuditLog.SAFE_STEP)) {
            Recurrence before = round.times();
            if (!before.zone().equals(zone)) {
                Recurrence times = new Recurrence(before.firstDay(), before.at(), before.rule(), zone);
                round.move(times);
                round.next(times.nextAfter(clock.instant()).orElse(null));
                audit.write(
                        AuditLog.SAFE_STEP,
                        round.name(),
                        "regular round changed",
                        "It follows the time zone of the network: from " + before.zone() + " to " + zone + ".");
            }
        }
    }

    void remove(long id, String person) {
        RegularRound round = existing(id);
        repository.delete(round);
        audit.write(person, round.name(), "regular round removed", "Nothing of it begins any more.");
    }

    private RegularRound existing(long id) {
        return repository.findById(id).orElseThrow(() -> ProblemException.notFound("This regular round"));
    }

    /** Begins what is due. A time that was missed while Safe Step was away is made up for once. */
    void startDue() {
        Instant now = clock.instant();
        for (RegularRound regular : repository.due(now)) {
            if (regular.lastRoundId() != null && rounds.goesOn(regular.lastRoundId())) {
                regular.begun(null, "Not begun: round " + regular.lastRoundId() + " still went on.");
            } else {
                Optional<Long> started = rounds.startSpread(
                        regular.action(), "", names(regular.groupId()), regular.spreadMinutes(), AuditLog.SAFE_STEP);
                regular.begun(
                        started.orElse(null),
                        started.map(id -> "Round " + id + " was begun.")
                                .orElse("Not begun: the group holds no device."));
            }
            regular.next(regular.times().nextAfter(now).orElse(null));
        }
    }
}
