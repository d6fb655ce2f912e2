package io.safestep.app.change.views;

import io.safestep.app.change.build.BuildView;
import io.safestep.app.sight.Sight;
import io.safestep.core.template.TemplateProblem;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What comes out of a template that is being written.
 *
 * @param names that it asks for, in the order of their first use
 * @param unused variables that are described and stand nowhere
 * @param problems with the template or the values
 * @param undo the lines of the undo part, secrets masked
 * @param build what would follow on the device; null without a device, or when there are problems
 */
public record TrialView(
        List<String> names,
        List<String> unused,
        List<TemplateProblem> problems,
        String undo,
        @Nullable BuildView build) {

    public TrialView told(Sight sight) {
        return new TrialView(names, unused, problems, undo, build == null ? null : build.told(sight));
    }
}
