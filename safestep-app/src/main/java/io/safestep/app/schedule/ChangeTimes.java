package io.safestep.app.schedule;

import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.RunWork;
import io.safestep.app.platform.Platforms;
import io.safestep.core.check.definition.Look;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.core.run.DeviceProgress;
import io.safestep.core.run.Phase;
import io.safestep.core.run.PhaseTimes;
import io.safestep.core.run.RunTimes;
import io.safestep.core.schedule.RunEstimate;
import java.time.Duration;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
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

    /** How long each phase takes on each device of a change. */
    public PhaseTimes phases(Change change) {
        RunWork work = RunWork.of(change);
        return phases(work, measured.of(work.deviceIds()));
    }

    /** How long runs of changes may take, by the id of the change; what was measured is asked for once. */
    Map<Long, RunEstimate> estimates(Collection<RunWork> work) {
        Map<String, Map<Phase, Duration>> known = measured.of(
                work.stream().flatMap(w -> w.deviceIds().stream()).distinct().toList());
        Map<Long, RunEstimate> estimates = new HashMap<>();
        work.forEach(w -> estimates.put(w.changeId(), estimate(w, phases(w, known))));
        return estimates;
    }

    /** @param known as measured, by device; may hold others, too */
    private PhaseTimes phases(RunWork work, Map<String, Map<Phase, Duration>> known) {
        // How long people take to answer is not reckoned with: the turn-back point comes nearer while they do.
        Duration settle = work.checks().stream()
                .filter(c -> !c.look().kind().asksPerson())
                .map(c -> Duration.ofSeconds(c.settleSeconds() + c.stays()).plus(lastLook(c.look(), work.parts())))
                .max(Comparator.naturalOrder())
                .orElse(Duration.ZERO);
        return new PhaseTimes(
                known,
                work.parts().stream()
                        .collect(Collectors.toMap(
                                RunWork.Part::device, p -> new PhaseTimes.Lines(p.commands(), p.undoCommands()))),
                settle);
    }

    /** The look with which the time of a check ends may itself take long. */
    private Duration lastLook(Look look, List<RunWork.Part> parts) {
        return look.kind() != LookKind.READ
                ? Duration.ZERO
                : parts.stream()
                        .map(p -> platforms.profile(p.platform()).read(look.read()))
                        .flatMap(Optional::stream)
                        .map(ReadCommand::goesOn)
                        .max(Comparator.naturalOrder())
                        .orElse(Duration.ZERO);
    }

    private RunEstimate estimate(RunWork work, PhaseTimes phases) {
        List<DeviceProgress> untouched = work.parts().stream()
                .map(p -> new DeviceProgress(
                        p.device(),
                        p.wave(),
                        p.commands() > 0,
                        platforms.profile(p.platform()).access().hasTimer(),
                        false,
                        false,
                        false,
                        Map.of()))
                .toList();
        RunTimes times = new RunTimes(phases, TOGETHER);
        return new RunEstimate(times.rest(untouched, work.pause()), times.wayBack(untouched));
    }
}
