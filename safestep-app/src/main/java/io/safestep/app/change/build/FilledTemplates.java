package io.safestep.app.change.build;

import io.safestep.app.change.asked.Asked;
import io.safestep.app.device.Device;
import io.safestep.app.platform.Platforms;
import io.safestep.app.template.Templates;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.template.DeviceWords;
import io.safestep.core.template.Rendered;
import io.safestep.core.template.Template;
import io.safestep.core.template.TemplateProblem;
import io.safestep.core.template.TemplateProblem.Part;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Puts the values of one device into a template. */
@Component
public class FilledTemplates {

    private final Templates templates;
    private final Platforms platforms;

    FilledTemplates(Templates templates, Platforms platforms) {
        this.templates = templates;
        this.platforms = platforms;
    }

    public Rendered rendered(Device device, ConfigTree baseline, Asked asked) {
        Optional<Templates.Usable> usable =
                Optional.ofNullable(asked.templateVersionId()).flatMap(templates::usable);
        if (usable.isEmpty()) {
            return refused("Choose a template for " + device.name() + ".");
        }
        if (!usable.get().platform().equals(device.platform())) {
            return refused(
                    usable.get().name() + " is written for " + usable.get().platform() + "; " + device.name() + " is "
                            + device.platform() + ". Choose another template.");
        }
        return rendered(device, baseline, usable.get().content(), asked.values());
    }

    public Rendered rendered(Device device, ConfigTree baseline, Template content, Map<String, String> values) {
        return templates.render(content, device.platform(), values, words(device, baseline));
    }

    private DeviceWords words(Device device, ConfigTree baseline) {
        Set<String> interfaces = platforms
                .facts(device.platform())
                .read(device.name(), baseline)
                .interfaces()
                .keySet();
        return new DeviceWords(
                device.name(),
                device.address(),
                device.siteName(),
                device.role().word(),
                device.partner() == null ? "" : device.partner().name(),
                interfaces);
    }

    private static Rendered refused(String sentence) {
        return new Rendered("", "", List.of(new TemplateProblem(Part.VALUES, 0, null, sentence)));
    }

    /** What is wrong, where people look for what is wrong with lines. */
    static List<LineComplaint> complaints(Rendered rendered) {
        return rendered.problems().stream()
                .map(p -> LineComplaint.error(0, place(p) + p.sentence()))
                .toList();
    }

    private static String place(TemplateProblem problem) {
        return switch (problem.part()) {
            case TEXT -> "Template, line " + problem.line() + ": ";
            case UNDO -> "Undo part of the template, line " + problem.line() + ": ";
            case VARIABLES, VALUES -> "";
        };
    }
}
