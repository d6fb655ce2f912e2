package io.safestep.app.standard;

import io.safestep.app.approval.needs.Needs;
import io.safestep.app.approval.needs.Submissions;
import io.safestep.app.change.Changes;
import io.safestep.app.change.asked.Asked;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.asked.Requester;
import io.safestep.app.change.asked.RunOrder;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.device.record.Stance;
import io.safestep.app.standard.stored.StandardDefinition;
import io.safestep.app.template.Templates;
import io.safestep.core.risk.Submission.Place;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Tries a standard change out, with its example values, on every device of which its bounds speak. Stores nothing. */
@Component
@Transactional(readOnly = true)
class StandardTrial {

    /** More are not tried: bounds that wide are no bounds. */
    static final int MOST_DEVICES = 500;

    private final Changes changes;
    private final Needs needs;
    private final Submissions submissions;
    private final Devices devices;

    StandardTrial(Changes changes, Needs needs, Submissions submissions, Devices devices) {
        this.changes = changes;
        this.needs = needs;
        this.submissions = submissions;
        this.devices = devices;
    }

    /**
     * @param devices for which it can be approved, by name
     * @param leftOut devices of which the bounds speak, and why it can't be approved for them
     * @param reckoned what the widest use would need
     */
    record Tried(List<String> devices, List<LeftOut> leftOut, Needs.Reckoned reckoned) {}

    record LeftOut(String device, String why) {}

    Tried of(String name, StandardDefinition definition, Templates.Usable template, String login) {
        List<Device> inside = inside(definition, template.platform());
        Change example = changes.trial(
                new Draft(
                        0,
                        name,
                        definition.purpose(),
                        false,
                        false,
                        List.of(),
                        inside.stream()
                                .map(d -> new Draft.Target(d.name(), asked(definition)))
                                .toList(),
                        definition.checks().entrySet().stream()
                                .map(c -> new Draft.ChosenCheck(c.getValue(), c.getKey()))
                                .toList(),
                        List.of(),
                        RunOrder.usual(),
                        null,
                        Requester.NONE,
                        null),
                login);
        List<ChangeTarget> good = new ArrayList<>();
        List<LeftOut> leftOut = new ArrayList<>();
        for (ChangeTarget target : example.targets()) {
            why(target)
                    .ifPresentOrElse(
                            w -> leftOut.add(new LeftOut(target.device().name(), w)), () -> good.add(target));
        }
        example.replaceContent(good, example.checks());
        return new Tried(good.stream().map(t -> t.device().name()).sorted().toList(), leftOut, needs.widest(example));
    }

    static Asked asked(StandardDefinition definition) {
        return Asked.template(definition.templateVersion(), definition.examples());
    }

    private List<Device> inside(StandardDefinition definition, String platform) {
        List<Device> ofPlatform = devices.snapshots().stream()
                .filter(d -> d.platform().equals(platform))
                .toList();
        Map<Long, Place> places = submissions.places(ofPlatform);
        return ofPlatform.stream()
                .filter(d -> definition.bounds().holds(Objects.requireNonNull(places.get(d.id()))))
                .limit(MOST_DEVICES)
                .toList();
    }

    /** Why it can't be approved for a device. */
    private static Optional<String> why(ChangeTarget target) {
        if (target.device().stance() != Stance.MANAGED) {
            return Optional.of("it is in stance observe");
        }
        if (!target.complete()) {
            return Optional.of("the example values give no right lines there");
        }
        if (target.hasScript() && !target.proven()) {
            return Optional.of("its way back is not proven");
        }
        return target.cutsPath()
                ? Optional.of("a command cuts the way between Safe Step and the device")
                : Optional.empty();
    }
}
