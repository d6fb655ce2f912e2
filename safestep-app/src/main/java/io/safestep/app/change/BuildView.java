package io.safestep.app.change;

import io.safestep.core.config.DifferenceRow;
import io.safestep.core.config.LineComplaint;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What follows from lines for one device. Secrets are masked everywhere.
 *
 * @param baselineTakenAt when the configuration was read from which everything is derived, UTC
 * @param complaints what is wrong with the lines; when there are any, the rest is empty
 * @param rows the difference in two columns, every row with its parents
 * @param outcome the whole outcome configuration
 * @param script the commands, indented by the blocks that they enter
 * @param undo the commands back
 * @param proven the undo is proven by computation
 * @param obstacles when it is not: why
 */
public record BuildView(
        String device,
        @Nullable Instant baselineTakenAt,
        List<LineComplaint> complaints,
        List<DifferenceRow> rows,
        String outcome,
        List<String> script,
        List<String> undo,
        boolean proven,
        List<String> obstacles) {}
