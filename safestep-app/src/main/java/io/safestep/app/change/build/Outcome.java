package io.safestep.app.change.build;

import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.network.ownpath.OwnPath;
import io.safestep.core.template.TemplateProblem;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What follows from what an author asks for on one device.
 *
 * @param complaints what is wrong with it; errors keep anything from being derived
 * @param problems what is wrong with a template or the values for it
 * @param lines the lines that came out of a template, secrets in clear; null when nothing came out of one
 * @param build outcome, script, undo script and proof; null when nothing can be derived
 * @param cut what the script does to the path between Safe Step and the device; empty when it leaves it
 */
public record Outcome(
        List<LineComplaint> complaints,
        List<TemplateProblem> problems,
        @Nullable String lines,
        @Nullable DeviceBuild build,
        Optional<OwnPath.Cut> cut) {

    static Outcome refused(LineComplaint complaint) {
        return refused(List.of(complaint));
    }

    static Outcome refused(List<LineComplaint> complaints) {
        return new Outcome(complaints, List.of(), null, null, Optional.empty());
    }

    static Outcome refused(List<LineComplaint> complaints, List<TemplateProblem> problems) {
        return new Outcome(complaints, problems, null, null, Optional.empty());
    }

    /** @param path null when it is not known on what the path to the device hangs */
    static Outcome of(List<LineComplaint> complaints, DeviceBuild build, @Nullable OwnPath path) {
        return new Outcome(
                complaints,
                List.of(),
                null,
                build,
                path == null ? Optional.empty() : path.cut(build.baseline(), build.script()));
    }

    /** The same, with the lines that came out of a template. */
    Outcome from(String templateLines) {
        return new Outcome(complaints, problems, templateLines, build, cut);
    }

    public boolean isDerivable() {
        return build != null;
    }

    /** Outcome, script, undo script and proof, where they can be derived. */
    public DeviceBuild derived() {
        if (build == null) {
            throw new IllegalStateException("Nothing can be derived from this.");
        }
        return build;
    }
}
