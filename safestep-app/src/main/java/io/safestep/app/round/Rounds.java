package io.safestep.app.round;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.job.Jobs;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import java.time.Clock;
import java.time.Duration;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Actions on many devices, with a result for each. The front door of this package, beside {@link RoundAction}. */
@Service
@Transactional
public class Rounds {

    public static final int MOST_DEVICES = 20_000;

    private static final int RECENT = 20;

    private final RoundRepository repository;
    private final RoundRows rows;
    private final Map<String, RoundAction> actions = new HashMap<>();
    private final Devices devices;
    private final Jobs jobs;
    private final AuditLog audit;
    private final Clock clock;

    Rounds(
            RoundRepository repository,
            RoundRows rows,
            List<RoundAction> actions,
            Devices devices,
            Jobs jobs,
            AuditLog audit,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        actions.forEach(a -> this.actions.put(a.name(), a));
        this.devices = devices;
        this.jobs = jobs;
        this.audit = audit;
        this.clock = clock;
    }

    RoundAction action(String name) {
        RoundAction action = actions.get(name);
        if (action == null) {
            throw ProblemException.invalid("action", "There is no action called " + name + ".");
        }
        return action;
    }

    String actionOf(long id) {
        return existing(id).action();
    }

    /**
     * Begins a round. It goes on by itself, also after a restart.
     *
     * @param names of the devices, at most {@link #MOST_DEVICES}
     */
    public RoundView start(String actionName, String argument, Set<String> names, String person) {
        RoundAction action = action(actionName);
        if (names.isEmpty()) {
            throw ProblemException.invalid("devices", "Choose at least one device.");
        }
        action.check(argument);
        List<Long> ids = devices.named(names).stream().map(Device::id).toList();
        return begin(action, new Round(action.name(), argument, person, clock.instant(), null, 0), ids);
    }

    /**
     * Stores a round whose devices are begun evenly over a stretch of time.
     *
     * @param names of the devices; those that do not exist any more are left out
     * @return its id; empty when there is none of the devices
     */
    public Optional<Long> startSpread(
            String actionName, String argument, Set<String> names, int spreadMinutes, String person) {
        RoundAction action = action(actionName);
        List<Long> ids = names.stream()
                .flatMap(name -> devices.known(name).stream())
                .map(Device::id)
                // The same devices have the same place each time; neighbours in the list do not go together.
                .sorted(Comparator.comparing(Rounds::scattered))
                .toList();
        return ids.isEmpty()
                ? Optional.empty()
                : Optional.of(begin(
                                action,
                                new Round(action.name(), argument, person, clock.instant(), null, spreadMinutes),
                                ids)
                        .id());
    }

    private static Integer scattered(long id) {
        return Long.hashCode(id * 0x9E3779B97F4A7C15L);
    }

    /** What an action is called for people. */
    @Transactional(readOnly = true)
    public String titleOf(String actionName) {
        return action(actionName).title();
    }

    /** How long an action takes for each device of a round; empty when it was never done. */
    @Transactional(readOnly = true)
    public Optional<Duration> usual(String actionName) {
        return rows.usual(actionName);
    }

    /** Whether a round still goes on. */
    @Transactional(readOnly = true)
    public boolean goesOn(long id) {
        return repository.findById(id).filter(r -> r.endedAt() == null).isPresent();
    }

    private RoundView begin(RoundAction action, Round started, List<Long> ids) {
        Round round = repository.saveAndFlush(started);
        rows.add(round.id(), ids, round.startedAt(), Duration.ofMinutes(round.spreadMinutes()));
        jobs.schedule(RoundJob.NAME, Long.toString(round.id()));
        audit.write(
                round.startedBy(),
                "round " + round.id(),
                "round started",
                action.title() + (round.argument().isEmpty() ? "" : " " + round.argument()) + " on " + ids.size()
                        + (ids.size() == 1 ? " device" : " devices")
                        + (round.retryOf() == null
                                ? "."
                                : ", those of round " + round.retryOf() + " that were not done."));
        return view(round);
    }

    /** Tries those devices again on which it failed or which were skipped. */
    public RoundView retry(long id, String person) {
        Round round = existing(id);
        if (round.endedAt() == null) {
            throw ProblemException.refused("The round still goes on. Try the failed ones again when it has ended.");
        }
        List<Long> ids = rows.notDone(id);
        if (ids.isEmpty()) {
            throw ProblemException.refused("Every device of the round is done. There is nothing to try again.");
        }
        return begin(
                action(round.action()),
                new Round(round.action(), round.argument(), person, clock.instant(), id, 0),
                ids);
    }

    /** No further device is begun; those that are going on come to their end. */
    public RoundView stop(long id, String person) {
        Round round = existing(id);
        if (round.endedAt() == null && round.stopRequestedBy() == null) {
            round.stop(person);
            repository.flush();
            jobs.hurry(RoundJob.NAME, Long.toString(id));
            audit.write(person, "round " + id, "round stopped", "No further device is begun.");
        }
        return view(round);
    }

    @Transactional(readOnly = true)
    public RoundView view(long id) {
        return view(existing(id));
    }

    /** The newest 20, without their results. */
    @Transactional(readOnly = true)
    public List<RoundView> recent() {
        return repository.findAllByOrderByIdDesc(Limit.of(RECENT)).stream()
                .map(r -> view(r, List.of()))
                .toList();
    }

    /** Whether somebody began it or sees one of its devices. */
    @Transactional(readOnly = true)
    public boolean shows(Sight sight, RoundView round) {
        return sight.readsEverything()
                || round.startedBy().equals(sight.login())
                || rows.results(round.id()).stream().anyMatch(r -> sight.reads(r.device()));
    }

    /** The last result of an action on a device; empty when there is none. */
    @Transactional(readOnly = true)
    public Optional<RoundView.Result> last(long deviceId, String action) {
        return rows.last(deviceId, action);
    }

    private Round existing(long id) {
        return repository.findById(id).orElseThrow(() -> ProblemException.notFound("This round"));
    }

    private RoundView view(Round round) {
        return view(round, rows.results(round.id()));
    }

    private RoundView view(Round round, List<RoundView.Result> results) {
        return new RoundView(
                round.id(),
                round.action(),
                actions.containsKey(round.action()) ? action(round.action()).title() : round.action(),
                round.argument(),
                round.startedBy(),
                round.startedAt(),
                round.endedAt(),
                round.stopRequestedBy(),
                round.retryOf(),
                rows.counts(round.id()),
                results);
    }
}
