package io.safestep.app.change.content;

import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.app.device.record.Stance;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.FieldError;
import io.safestep.app.rule.Rules;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.network.ownpath.OwnPath;
import io.safestep.core.run.WaveOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What has to be true before other people are asked to look at a change. */
@Component
public class SubmissionRules {

    private final DeviceBuilds builds;
    private final Platforms platforms;
    private final Rules rules;
    private final ChangeWaves waves;
    private final MovedGround ground;

    SubmissionRules(DeviceBuilds builds, Platforms platforms, Rules rules, ChangeWaves waves, MovedGround ground) {
        this.builds = builds;
        this.platforms = platforms;
        this.waves = waves;
        this.rules = rules;
        this.ground = ground;
    }

    /**
     * What is wrong with the change as it is; fields are named as in a content request.
     *
     * @param derived what follows for its devices
     */
    public List<FieldError> errors(Change change, DerivedTargets derived) {
        List<FieldError> errors = new ArrayList<>();
        List<ChangeTarget> targets = change.targets();
        if (targets.isEmpty()) {
            errors.add(FieldError.of("targets", "Choose at least one device."));
        }
        boolean unproven = false;
        for (ChangeTarget target : targets) {
            String field = "targets[" + target.device().name() + "]";
            stanceError(target.device(), field).ifPresent(errors::add);
            Outcome outcome = derived.of(target);
            outcome.complaints().stream()
                    .filter(LineComplaint::isError)
                    .map(c -> new FieldError(field + ".lines", c.line(), c.reason()))
                    .forEach(errors::add);
            if (outcome.isDerivable()) {
                rules
                        .wouldBreak(
                                target.device(),
                                outcome.derived().baseline(),
                                outcome.derived().outcome())
                        .stream()
                        .filter(b -> b.isNew() && b.stops())
                        .map(b -> FieldError.of(field + ".lines", b.sentence()))
                        .forEach(errors::add);
            }
            outcome.cut().flatMap(cut -> pathError(target.device(), cut, field)).ifPresent(errors::add);
            groundError(target, field).ifPresent(errors::add);
            unproven |= target.hasScript() && !target.proven();
        }
        waves.of(change).objections().stream()
                .filter(WaveOrder.Objection::forbidden)
                .forEach(o -> errors.add(FieldError.of("order", o.sentence())));
        boolean complete = targets.stream().allMatch(ChangeTarget::complete);
        if (!targets.isEmpty() && complete && targets.stream().noneMatch(ChangeTarget::hasScript)) {
            errors.add(FieldError.of(
                    "targets", "There is nothing to send to any device. Write lines for at least one of them."));
        }
        if (unproven && !change.undoAccepted() && !change.restoresStartup()) {
            errors.add(FieldError.of(
                    "undoAccepted",
                    "The way back can't be proven for every device. Let them take their startup configuration back,"
                            + " accept it as it is, or change the lines."));
        }
        if (change.restoresStartup() && !change.undoAccepted()) {
            targets.stream()
                    .filter(t -> t.hasScript() && !t.proven() && !builds.mayRestoreStartup(t.device()))
                    .forEach(t -> errors.add(FieldError.of(
                            "undoAccepted",
                            t.device().name()
                                    + " can't take its startup configuration back as a whole: its profile gives"
                                    + " no way. Accept that its way back is not proven, or change the lines.")));
        }
        return errors;
    }

    /** What a run would stop at, and nobody has decided about. */
    private Optional<FieldError> groundError(ChangeTarget target, String field) {
        List<String> moved = ground.of(target);
        return moved.isEmpty()
                ? Optional.empty()
                : Optional.of(FieldError.of(
                        field + ".lines",
                        target.device().name() + " was changed outside where these lines write ("
                                + String.join(", ", moved)
                                + "). Decide about that first: make what it holds its baseline, or revert it."));
    }

    /** A device that goes back by itself when nobody confirms may be cut off for a moment. */
    private Optional<FieldError> pathError(Device device, OwnPath.Cut cut, String field) {
        boolean goesBackByItself = platforms.profile(device.platform()).access().hasTimer();
        return goesBackByItself
                ? Optional.empty()
                : Optional.of(FieldError.of(
                        field + ".lines",
                        "After \"" + cut.text() + "\" Safe Step could not reach " + device.name()
                                + " any more, and this platform has no timer by which the device would go back by itself."
                                + " Keep the address " + device.address() + " in service."));
    }

    Optional<FieldError> stanceError(Device device, String field) {
        return device.stance() == Stance.MANAGED
                ? Optional.empty()
                : Optional.of(FieldError.of(
                        field,
                        device.name() + " is in stance observe: Safe Step may read it but not write to it. "
                                + "An administrator can set it to managed."));
    }
}
