package io.safestep.app.approval.seen;

import io.safestep.app.backup.views.DifferenceRowView;
import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeCheck;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.core.change.Seal;
import io.safestep.core.check.CheckWords;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
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

    Snapshots(SeenContentRepository repository, DeviceBuilds builds, CheckRules checkRules, Devices devices) {
        this.repository = repository;
        this.builds = builds;
        this.checkRules = checkRules;
        this.devices = devices;
    }

    /** Keeps what is submitted, once for each seal. */
    public void keep(Change change) {
        String seal = change.seal();
        if (seal != null && repository.findByChangeIdAndSeal(change.id(), seal).isEmpty()) {
            repository.save(new SeenContent(change.id(), seal, JSON.writeValueAsString(of(change))));
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
                        .collect(Collectors.toMap(
                                s -> s.device(), s -> s.lines() + "\n\n" + s.undo(), (a, b) -> a + b)));
    }

    private Snapshot.Check check(ChangeCheck check) {
        return new Snapshot.Check(
                checkRules.title(check.definition()) + ": " + CheckWords.expected(check.definition()),
                check.inForce().sealed());
    }

    /** @param seal of what somebody saw */
    @Transactional(readOnly = true)
    public MovedView since(Change change, String seal) {
        Optional<SeenContent> seen = repository.findByChangeIdAndSeal(change.id(), seal);
        if (seen.isEmpty() || seal.equals(change.seal())) {
            return MovedView.NOTHING;
        }
        Snapshot then = JSON.readValue(seen.get().content(), Snapshot.class);
        Snapshot now = of(change);
        return new MovedView(
                Seal.brief(seal),
                devices(then, now),
                without(then.checks(), now.checks()),
                without(now.checks(), then.checks()),
                others(then, now));
    }

    private static List<String> without(List<Snapshot.Check> these, List<Snapshot.Check> those) {
        Set<Snapshot.Check> there = new HashSet<>(those);
        return these.stream()
                .filter(c -> !there.contains(c))
                .map(Snapshot.Check::words)
                .toList();
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
                changed(was, is).ifPresent(moved::add);
            }
        }
        return moved;
    }

    private static Map<Long, Snapshot.OfDevice> byId(Snapshot snapshot) {
        return snapshot.devices().stream().collect(Collectors.toMap(Snapshot.OfDevice::id, Function.identity()));
    }

    private Optional<MovedView.OfDevice> changed(Snapshot.OfDevice was, Snapshot.OfDevice is) {
        Device device = devices.withId(is.id());
        ConfigEngine engine = builds.engine(device);
        ConfigTree before = outcome(device, was, engine);
        ConfigTree after = outcome(device, is, engine);
        if (before == null || after == null) {
            return Optional.of(new MovedView.OfDevice(
                    is.device(),
                    MovedView.Kind.CHANGED,
                    "What it would have held then can't be derived any more.",
                    List.of()));
        }
        List<DifferenceRowView> rows =
                engine.rows(before, after).stream().map(DifferenceRowView::of).toList();
        String summary = engine.summary(before, after).inWords();
        return summary.isEmpty()
                ? Optional.empty()
                : Optional.of(new MovedView.OfDevice(is.device(), MovedView.Kind.CHANGED, summary, rows));
    }

    private @Nullable ConfigTree outcome(Device device, Snapshot.OfDevice of, ConfigEngine engine) {
        Outcome outcome = builds.outcome(device, of.baseline(), of.asked());
        return outcome.isDerivable() ? engine.numbered(outcome.derived().outcome()) : null;
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
