package io.safestep.app.schedule;

import io.safestep.app.change.Change;
import io.safestep.app.change.ChangeCheck;
import io.safestep.app.change.ChangeTarget;
import io.safestep.app.device.Platforms;
import io.safestep.core.check.Look;
import io.safestep.core.check.LookKind;
import io.safestep.core.platform.ReadCommand;
import io.safestep.core.run.DeviceProgress;
import io.safestep.core.run.PhaseTimes;
import io.safestep.core.run.RunTimes;
import io.safestep.core.schedule.RunEstimate;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** How long a change takes to be run: as measured on its devices, else reckoned from its commands. */
@Component
public class ChangeTimes {

    /** How many devices a run visits at the same time at most. */
    public static final int TOGETHER = 20;

    private final MeasuredPhases measured;
    private final Platforms platforms;

    ChangeTimes(MeasuredPhases measured, Platforms platforms) {
        this.measured = measured;
        this.platforms = platforms;
    }

    public PhaseTimes phases(Change change) {
        List<ChangeTarget> targets = change.targets();
        // How long people take to answer is not reckoned with: the turn-back point comes nearer while they do.
        Duration settle = change.checks().stream()
                .map(ChangeCheck::inForce)
                .filter(c -> c.look().kind() != LookKind.CONFIRM)
                .map(c -> Duration.ofSeconds(c.settleSeconds() + c.stays()).plus(lastLook(c.look(), targets)))
                .max(Comparator.naturalOrder())
                .orElse(Duration.ZERO);
        return new PhaseTimes(
                measured.of(targets.stream().map(t -> t.device().id()).toList()),
                targets.stream()
                        .collect(Collectors.toMap(
                                t -> t.device().name(), t -> new PhaseTimes.Lines(lines(t.script()), lines(t.undo())))),
                settle);
    }

    /** The look with which the time of a check ends may itself take long. */
    private Duration lastLook(Look look, List<ChangeTarget> targets) {
        return look.kind() != LookKind.READ
                ? Duration.ZERO
                : targets.stream()
                        .map(t -> platforms.profile(t.device().platform()).read(look.read()))
                        .flatMap(Optional::stream)
                        .map(ReadCommand::goesOn)
                        .max(Comparator.naturalOrder())
                        .orElse(Duration.ZERO);
    }

    private static int lines(String script) {
        return script == null ? 0 : (int) script.lines().count();
    }

    RunEstimate estimate(Change change) {
        List<DeviceProgress> untouched = change.targets().stream()
                .map(t -> new DeviceProgress(
                        t.device().name(),
                        t.wave(),
                        t.hasScript(),
                        platforms.profile(t.device().platform()).access().hasTimer(),
                        false,
                        false,
                        false,
                        Map.of()))
                .toList();
        RunTimes times = new RunTimes(phases(change), TOGETHER);
        return new RunEstimate(
                times.rest(untouched, Duration.ofSeconds(change.order().pauseSeconds())), times.wayBack(untouched));
    }
}
