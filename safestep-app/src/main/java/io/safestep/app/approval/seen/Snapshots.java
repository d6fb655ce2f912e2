package io.safestep.app.approval.seen;

import io.safestep.app.approval.needs.Needs;
import io.safestep.app.backup.views.DifferenceRowView;
import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeCheck;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.change.Seal;
import io.safestep.core.check.CheckWords;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** What changes held when they were submitted, beside what they hold now. The front door of this room. */
@Service
@Transactional
public class Snapshots {

    private static final JsonMapper JSON = JsonMapper.shared();

    private final SeenContentRepository repository;
    private final DeviceBuilds builds;
    private final CheckRules checkRules;
    private final Devices devices;
    private final Needs needs;
    private final Clock clock;

    Snapshots(
            SeenContentRepository repository,
            DeviceBuilds builds,
            CheckRules checkRules,
            Devices devices,
            Needs needs,
            Clock clock) {
        this.repository = repository;
        this.builds = builds;
        this.checkRules = checkRules;
        this.devices = devices;
        this.needs = needs;
        this.clock = clock;
    }

    /** Keeps what is submitted, when it is otherwise than what was submitted before. */
    public void keep(Change change) {
        String seal = change.seal();
        String content = JSON.writeValueAsString(of(change));
        if (seal != null
                && repository
                        .findFirstByChangeIdOrderByIdDesc(change.id())
                        .filter(last -> last.is(seal, content))
                        .isEmpty()) {
            repository.save(new SeenContent(change.id(), seal, clock.instant(), content));
        }
    }

    private Snapshot of(Change change) {
        return new Snapshot(
                change.targets().stream()
                        .map(t -> new Snapshot.OfDevice(
                                t.device().id(), t.device().name(), t.wave(), t.asked(), t.baselineBackupId()))
                        .toList(),
                change.checks().stream().map(this::check).toList(),
                change.order().failureRule(),
                change.order().pauseSeconds(),
                change.sheets().stream()
                        .collect(
                                Collectors.toMap(s -> s.device(), s -> s.lines() + "\n\n" + s.undo(), (a, b) -> a + b)),
                change.order().outsideWindows(),
                needs.kept(change.id()).stream().map(Snapshots::words).toList());
    }

    private static String words(ApprovalNeed need) {
        int people = need.who().howMany();
        return (people == 1 ? "An approval" : people + " approvals") + " of " + need.of() + ", because "
                + need.because()
                + (need.rule() == null ? "." : " (rule " + need.rule() + ", version " + need.ruleVersion() + ").");
    }

    private Snapshot.Check check(ChangeCheck check) {
        return new Snapshot.Check(
                checkRules.title(check.definition()) + ": " + CheckWords.expected(check.definition()),
                check.inForce().sealed());
    }

    /**
     * @param seal of what somebody saw
     * @param at when they saw it, UTC
     */
    @Transactional(readOnly = true)
    public MovedView since(Change change, String seal, Instant at) {
        Optional<Snapshot> seen = repository
                .findFirstByChangeIdAndSealAndKeptAtLessThanEqualOrderByIdDesc(change.id(), seal, at)
                .map(s -> JSON.readValue(s.content(), Snapshot.class));
        Snapshot now = of(change);
        if (seen.isEmpty() || seen.get().equals(now)) {
            return MovedView.NOTHING;
        }
        Snapshot then = seen.get();
        return new MovedView(
                Seal.brief(seal),
                devices(then, now),
                words(without(then.checks(), now.checks())),
                words(without(now.checks(), then.checks())),
                without(then.needs(), now.needs()),
                without(now.needs(), then.needs()),
                others(then, now));
    }

    private static <T> List<T> without(List<T> these, List<T> those) {
        Set<T> there = new HashSet<>(those);
        return these.stream().filter(one -> !there.contains(one)).toList();
    }

    private static List<String> words(List<Snapshot.Check> checks) {
        return checks.stream().map(Snapshot.Check::words).toList();
    }

    private List<MovedView.OfDevice> devices(Snapshot then, Snapshot now) {
        Map<Long, Snapshot.OfDevice> before = byId(then);
        Map<Long, Snapshot.OfDevice> after = byId(now);
        Set<Long> ids = new TreeSet<>(before.keySet());
        ids.addAll(after.keySet());
        List<MovedView.OfDevice> moved = new ArrayList<>();
        for (Long id : ids) {
            Snapshot.OfDevice was = before.get(id);
            Snapshot.OfDevice is = after.get(id);
            if (was == null) {
                moved.add(new MovedView.OfDevice(
                        Objects.requireNonNull(is).device(),
                        MovedView.Kind.ADDED,
                        "It was not in the change.",
                        List.of()));
            } else if (is == null) {
                moved.add(new MovedView.OfDevice(
                        was.device(), MovedView.Kind.REMOVED, "It is no longer in the change.", List.of()));
            } else {
                ground(was, is).ifPresent(moved::add);
                changed(was, is).ifPresent(moved::add);
            }
        }
        return moved;
    }

    private static Map<Long, Snapshot.OfDevice> byId(Snapshot snapshot) {
        return snapshot.devices().stream().collect(Collectors.toMap(Snapshot.OfDevice::id, Function.identity()));
    }

    /** What the device holds without the change, when its lines are derived from another configuration by now. */
    private Optional<MovedView.OfDevice> ground(Snapshot.OfDevice was, Snapshot.OfDevice is) {
        Long before = was.baseline();
        Long after = is.baseline();
        if (before == null || after == null || before.equals(after)) {
            return Optional.empty();
        }
        Device device = devices.withId(is.id());
        return difference(
                device.name(),
                MovedView.Kind.GROUND,
                builds.engine(device),
                builds.baseline(device, before),
                builds.baseline(device, after));
    }

    private static Optional<MovedView.OfDevice> difference(
            String device, MovedView.Kind kind, ConfigEngine engine, ConfigTree before, ConfigTree after) {
        ConfigTree left = engine.numbered(before);
        ConfigTree right = engine.numbered(after);
        String summary = engine.summary(left, right).inWords();
        return summary.isEmpty()
                ? Optional.empty()
                : Optional.of(new MovedView.OfDevice(
                        device,
                        kind,
                        summary,
                        engine.rows(left, right).stream()
                                .map(DifferenceRowView::of)
                                .toList()));
    }

    private Optional<MovedView.OfDevice> changed(Snapshot.OfDevice was, Snapshot.OfDevice is) {
        Device device = devices.withId(is.id());
        ConfigEngine engine = builds.engine(device);
        ConfigTree before = outcome(device, was);
        ConfigTree after = outcome(device, is);
        if (before == null || after == null) {
            return Optional.of(new MovedView.OfDevice(
                    is.device(),
                    MovedView.Kind.CHANGED,
                    "What it would have held then can't be derived any more.",
                    List.of()));
        }
        return difference(is.device(), MovedView.Kind.CHANGED, engine, before, after);
    }

    private @Nullable ConfigTree outcome(Device device, Snapshot.OfDevice of) {
        Outcome outcome = builds.outcome(device, of.baseline(), of.asked());
        return outcome.isDerivable() ? outcome.derived().outcome() : null;
    }

    private static List<String> others(Snapshot then, Snapshot now) {
        List<String> sentences = new ArrayList<>();
        Map<Long, Snapshot.OfDevice> before = byId(then);
        now.devices().forEach(is -> {
            Snapshot.OfDevice was = before.get(is.id());
            if (was != null && was.wave() != is.wave()) {
                sentences.add(
                        is.device() + " is changed in wave " + is.wave() + ", and was in wave " + was.wave() + ".");
            }
        });
        if (then.failureRule() != now.failureRule()) {
            sentences.add("When something fails: " + now.failureRule().title() + "; it was: "
                    + then.failureRule().title() + ".");
        }
        if (then.pauseSeconds() != now.pauseSeconds()) {
            sentences.add(
                    "The pause between waves is " + now.pauseSeconds() + " s, and was " + then.pauseSeconds() + " s.");
        }
        if (then.outsideWindows() != now.outsideWindows()) {
            sentences.add(
                    now.outsideWindows()
                            ? "It is to run outside the usual windows."
                            : "It is no longer to run outside the usual windows.");
        }
        Map<String, String> sheets = new TreeMap<>(then.sheets());
        now.sheets().forEach((device, lines) -> {
            String old = sheets.remove(device);
            if (!lines.equals(old)) {
                sentences.add("The sheet for " + device + " is " + (old == null ? "new." : "another one."));
            }
        });
        sheets.keySet().forEach(device -> sentences.add("The sheet for " + device + " is gone."));
        return sentences;
    }
}
