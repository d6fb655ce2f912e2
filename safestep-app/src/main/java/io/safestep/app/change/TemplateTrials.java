package io.safestep.app.change;

import io.safestep.app.backup.Backups;
import io.safestep.app.change.build.BuildViews;
import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.build.FilledTemplates;
import io.safestep.app.change.views.TrialView;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.template.Templates;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.template.Rendered;
import io.safestep.core.template.Template;
import io.safestep.core.template.TemplateProblem;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Tries a template that nobody has stored yet on a device that exists. Nothing is stored. */
@Component
@Transactional(readOnly = true)
class TemplateTrials {

    private final Templates templates;
    private final FilledTemplates filled;
    private final DeviceBuilds builds;
    private final BuildViews views;
    private final Backups backups;
    private final Devices devices;

    TemplateTrials(
            Templates templates,
            FilledTemplates filled,
            DeviceBuilds builds,
            BuildViews views,
            Backups backups,
            Devices devices) {
        this.templates = templates;
        this.filled = filled;
        this.builds = builds;
        this.views = views;
        this.backups = backups;
        this.devices = devices;
    }

    TrialView of(ChangeRequests.Trial trial) {
        Template content = trial.content().template();
        List<TemplateProblem> problems = new ArrayList<>(templates.problems(content));
        if (!problems.isEmpty() || trial.device() == null) {
            return new TrialView(templates.names(content), templates.unused(content), problems, "", null);
        }
        Device device = devices.named(trial.device());
        if (!device.platform().equals(trial.platform())) {
            throw ProblemException.invalid(
                    "device",
                    device.name() + " is " + device.platform() + ". Choose a device of the template's platform.");
        }
        if (device.baselineBackupId() == null) {
            throw ProblemException.invalid("device", device.name() + " has no backup yet. Take one on its page.");
        }
        ConfigEngine engine = builds.engine(device);
        Rendered rendered =
                filled.rendered(device, backups.keptTree(device.baselineBackupId()), content, trial.values());
        problems.addAll(rendered.problems());
        return new TrialView(
                templates.names(content),
                templates.unused(content),
                problems,
                engine.maskedText(rendered.undo()),
                rendered.isUsable()
                        ? views.of(
                                device,
                                device.baselineBackupId(),
                                builds.outcome(device, device.baselineBackupId(), rendered))
                        : null);
    }
}
