package io.safestep.core.run;

import io.safestep.core.change.FailureRule;
import io.safestep.core.run.Decision.Cause;
import io.safestep.core.run.Decision.Hold;
import io.safestep.core.run.Decision.Step;
import io.safestep.core.run.Decision.TakeBack;
import io.safestep.core.run.RunPicture.Pause;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Decides what a run does next. Knows nothing of devices or storage, and of time only what the picture says: the same
 * picture always gives the same decision, so that any process can take a run up where another one left it. The front door
 * of this package.
 */
public final class RunDecisions {

    private final RunPicture picture;
    private final List<DeviceProgress> devices;

    private RunDecisions(RunPicture picture) {
        this.picture = picture;
        this.devices = picture.devices();
    }

    public static Decision next(RunPicture picture) {
        return new RunDecisions(picture).next();
    }

    /** Whether something is being brought back now. */
    public static boolean rollingBack(RunPicture picture) {
        return picture.devices().stream().anyMatch(DeviceProgress::wayBackOpen);
    }

    /** Devices that may be done at the same time as {@code wave}: those of the same wave. */
    private List<DeviceProgress> inWave(int wave) {
        return devices.stream().filter(d -> d.wave() == wave).toList();
    }

    private Decision next() {
        Optional<Hold> hold = picture.turningBack() ? Optional.empty() : hold();
        Optional<TakeBack> takeBack = takeBack(hold.isPresent());
        if (takeBack.isPresent()) {
            return takeBack.get();
        }
        List<Step> steps = new ArrayList<>(stepsBack());
        if (!picture.turningBack()) {
            steps.addAll(stepsThere(hold.isPresent()));
        }
        if (!steps.isEmpty()) {
            return new Decision.Perform(steps);
        }
        if (any(DeviceProgress::going)) {
            return new Decision.Wait(null);
        }
        if (any(d -> d.mustGoBack() && d.wayBackFailed())) {
            return new Decision.Finish(RunState.STUCK);
        }
        if (picture.turningBack()) {
            return new Decision.Finish(RunState.ROLLED_BACK);
        }
        if (finished()) {
            boolean succeeded = anyStays() || devices.stream().noneMatch(DeviceProgress::hasScript);
            return new Decision.Finish(succeeded ? RunState.SUCCEEDED : RunState.ROLLED_BACK);
        }
        return hold.<Decision>map(h -> h).orElseGet(() -> new Decision.Wait(waveMayBeginAt()));
    }

    private boolean any(Predicate<DeviceProgress> condition) {
        return devices.stream().anyMatch(condition);
    }

    /** Whether any device holds, or still is to get, its outcome. */
    private boolean anyStays() {
        return any(d -> d.hasScript() && !d.skipped() && !d.takenBack());
    }

    /** Whether everything is done on the way there, and nobody has to be asked about what was taken back. */
    private boolean finished() {
        return devices.stream().allMatch(d -> d.skipped() || d.settled() && (d.takenBack() || prepared(d)))
                && takenBackUndecided().isEmpty();
    }

    private static boolean prepared(DeviceProgress device) {
        return device.nextPreparation().isEmpty();
    }

    /** Devices that were taken back while others hold their outcome or are still to come. */
    private List<String> takenBackUndecided() {
        return anyStays() ? list(d -> d.takenBack() && !d.skipped()) : List.of();
    }

    /* What is to be brought back ------------------------------------------------------------------------------ */

    /** @param held a person is waited for, so that nobody knows when the rest will be done */
    private Optional<TakeBack> takeBack(boolean held) {
        if (picture.turningBack()) {
            return Optional.empty();
        }
        boolean finished = finished() && !any(DeviceProgress::going);
        if (picture.stopAsked() && !finished) {
            return Optional.of(all(Cause.STOPPED, null));
        }
        // A person leaves out a device that may hold something of the change.
        Set<String> leftOut = names(d -> d.skipped() && d.written() && !d.takenBack());
        if (!leftOut.isEmpty()) {
            return Optional.of(new TakeBack(leftOut, false, Cause.SKIPPED, null));
        }
        for (DeviceProgress device : devices) {
            if (!undecided(device)) {
                continue;
            }
            switch (picture.rule()) {
                case UNDO_ALL -> {
                    return Optional.of(all(Cause.FAILURE, device.device()));
                }
                case UNDO_WAVE -> {
                    return Optional.of(new TakeBack(
                            names(d -> d == device || d.wave() == device.wave() && d.hasScript() && !d.skipped()),
                            false,
                            Cause.FAILURE,
                            device.device()));
                }
                case UNDO_DEVICE -> {
                    return Optional.of(new TakeBack(Set.of(device.device()), false, Cause.FAILURE, device.device()));
                }
                case STOP_AND_WAIT -> {
                    // Nothing is undone before a person says so.
                }
            }
        }
        if (!finished && picture.time().mustTurnBack(held) && !picture.rule().asksFirst()) {
            return Optional.of(all(Cause.TURN_BACK_POINT, null));
        }
        return Optional.empty();
    }

    private static boolean undecided(DeviceProgress device) {
        return device.failure().isPresent() && !device.takenBack() && !device.skipped();
    }

    private TakeBack all(Cause cause, @Nullable String device) {
        return new TakeBack(names(DeviceProgress::hasScript), true, cause, device);
    }

    private Set<String> names(Predicate<DeviceProgress> condition) {
        return devices.stream().filter(condition).map(DeviceProgress::device).collect(Collectors.toSet());
    }

    /* The way back --------------------------------------------------------------------------------------------- */

    /**
     * The last wave first. What was there before is looked at when all have been brought back: until then, one may lack
     * another.
     */
    private List<Step> stepsBack() {
        if (any(d -> d.mustGoBack() && !d.started(Phase.UNDO_PUSH) && d.going())) {
            return List.of(); // what is still on its way there comes to its end first
        }
        List<Step> steps = new ArrayList<>();
        boolean allReadBack = devices.stream()
                .filter(DeviceProgress::mustGoBack)
                .allMatch(d -> d.wayBackFailed() || d.passed(Phase.UNDO_READ_BACK));
        int wave = devices.stream()
                .filter(d -> d.wayBackOpen() && !d.passed(Phase.UNDO_READ_BACK))
                .mapToInt(DeviceProgress::wave)
                .max()
                .orElse(0);
        for (DeviceProgress device : devices) {
            if (!device.wayBackOpen() || device.going()) {
                continue;
            }
            Phase phase = device.nextBack().orElseThrow();
            boolean bringsBack = phase == Phase.UNDO_PUSH || phase == Phase.UNDO_READ_BACK;
            if (bringsBack ? device.wave() == wave : allReadBack) {
                steps.add(new Step(device.device(), phase));
            }
        }
        return steps;
    }

    /* The way there -------------------------------------------------------------------------------------------- */

    /** @param held nothing new is begun; what is written comes to its end, so that nothing is left half done */
    private List<Step> stepsThere(boolean held) {
        List<Step> steps = new ArrayList<>();
        for (DeviceProgress device : devices) {
            if (!device.skipped() && device.failure().isEmpty() && !device.going()) {
                device.nextPreparation().ifPresent(p -> steps.add(new Step(device.device(), p)));
            }
        }
        if (!devices.stream().allMatch(d -> d.skipped() || prepared(d))) {
            return held ? List.of() : steps;
        }
        int wave = currentWave();
        List<DeviceProgress> together = inWave(wave);
        // While one is brought back, its partner may be in the wave that comes next.
        boolean mayBegin = !held && waveMayBeginAt() == null && !any(DeviceProgress::wayBackOpen);
        boolean gatesOpen = together.stream().allMatch(d -> d.settled() || d.written() || d.passed(Phase.GATE));
        boolean allPushed =
                together.stream().allMatch(d -> d.settled() || d.failure().isPresent() || d.passed(Phase.READ_BACK));
        for (DeviceProgress device : together) {
            if (!device.atWork() || device.going()) {
                continue;
            }
            Phase phase = device.nextExecution().orElseThrow();
            boolean allowed = switch (phase) {
                case GATE -> mayBegin;
                case PUSH -> mayBegin && gatesOpen;
                case READ_BACK -> true;
                // Both ends of a link are in one wave: neither is right before both are done.
                default -> allPushed;
            };
            if (allowed) {
                steps.add(new Step(device.device(), phase));
            }
        }
        return steps;
    }

    private int currentWave() {
        return devices.stream()
                .filter(d -> !d.settled())
                .mapToInt(DeviceProgress::wave)
                .min()
                .orElse(0);
    }

    /** When the current wave may begin; null when it may begin now, or has begun. */
    private @Nullable Instant waveMayBeginAt() {
        boolean begun = inWave(currentWave()).stream().anyMatch(d -> d.hasScript() && d.started(Phase.GATE));
        if (begun || picture.waveEndedAt() == null) {
            return null;
        }
        Instant at = picture.waveEndedAt().plus(picture.pauseBetweenWaves());
        return picture.time().now().isBefore(at) ? at : null;
    }

    /* Waiting for a person ------------------------------------------------------------------------------------- */

    private Optional<Hold> hold() {
        List<String> failed = list(RunDecisions::undecided);
        if (!failed.isEmpty() && picture.rule() == FailureRule.STOP_AND_WAIT) {
            return Optional.of(new Hold(Hold.Reason.FAILED, failed));
        }
        List<String> notBack = list(d -> d.mustGoBack() && d.wayBackFailed());
        List<String> takenBack = notBack.isEmpty() ? takenBackUndecided() : notBack;
        if (!takenBack.isEmpty()) {
            return Optional.of(new Hold(Hold.Reason.TAKEN_BACK, takenBack));
        }
        if (finished()) {
            return Optional.empty();
        }
        if (picture.time().mustTurnBack(false) && picture.rule().asksFirst()) {
            return Optional.of(new Hold(Hold.Reason.TURN_BACK_POINT, List.of()));
        }
        boolean betweenWaves = inWave(currentWave()).stream().noneMatch(d -> d.hasScript() && d.started(Phase.GATE));
        if (picture.pause() == Pause.AFTER_DEVICE || picture.pause() == Pause.AFTER_WAVE && betweenWaves) {
            return Optional.of(new Hold(Hold.Reason.PAUSE_ASKED, List.of()));
        }
        return Optional.empty();
    }

    private List<String> list(Predicate<DeviceProgress> condition) {
        return devices.stream().filter(condition).map(DeviceProgress::device).toList();
    }
}
