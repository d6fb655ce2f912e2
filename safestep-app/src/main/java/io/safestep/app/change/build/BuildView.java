package io.safestep.app.change.build;

import io.safestep.app.backup.views.DifferenceRowView;
import io.safestep.app.sight.Sight;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.network.ownpath.OwnPath;
import io.safestep.core.template.TemplateProblem;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What follows from lines for one device. Secrets are masked everywhere.
 *
 * @param baselineTakenAt when the configuration was read from which everything is derived, UTC
 * @param complaints what is wrong with the lines; when there are errors among them, the rest is empty
 * @param problems what is wrong with a template or the values for it; said among the complaints too
 * @param lines the lines that came out of a template; null when nothing came out of one
 * @param rows the difference in two columns, every row with its parents
 * @param outcome the whole outcome configuration
 * @param script the commands, indented by the blocks that they enter
 * @param undo the commands back
 * @param proven the undo is proven by computation
 * @param obstacles when it is not: why
 * @param mayRestoreStartup the device can take its startup configuration back as a whole
 * @param pathCut the first command after which Safe Step could not reach the device; null when the path stays
 */
public record BuildView(
        String device,
        @Nullable Instant baselineTakenAt,
        List<LineComplaint> complaints,
        List<TemplateProblem> problems,
        @Nullable String lines,
        List<DifferenceRowView> rows,
        String outcome,
        List<String> script,
        List<String> undo,
        boolean proven,
        List<String> obstacles,
        boolean mayRestoreStartup,
        @Nullable PathCut pathCut) {

    /** As somebody sees it whose scope may not hold the devices of which the complaints speak. */
    public BuildView told(Sight sight) {
        return sight.readsEverything()
                ? this
                : new BuildView(
                        device,
                        baselineTakenAt,
                        complaints.stream()
                                .map(c -> new LineComplaint(c.line(), c.severity(), sight.told(c.reason())))
                                .toList(),
                        problems,
                        lines,
                        rows,
                        outcome,
                        script,
                        undo,
                        proven,
                        obstacles.stream().map(sight::told).toList(),
                        mayRestoreStartup,
                        pathCut);
    }

    static BuildView underivable(String device, @Nullable Instant takenAt, Outcome outcome, @Nullable String lines) {
        return new BuildView(
                device,
                takenAt,
                outcome.complaints(),
                outcome.problems(),
                lines,
                List.of(),
                "",
                List.of(),
                List.of(),
                false,
                List.of(),
                false,
                null);
    }

    /**
     * @param command which command cuts the path, counted from 1
     * @param text that command
     * @param comesBack whether the path is there again after the whole script
     */
    public record PathCut(int command, String text, boolean comesBack) {

        public static PathCut of(OwnPath.Cut cut) {
            return new PathCut(cut.command() + 1, cut.text(), cut.comesBack());
        }
    }
}
