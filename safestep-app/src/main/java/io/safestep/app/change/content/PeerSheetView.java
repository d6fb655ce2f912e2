package io.safestep.app.change.content;

import io.safestep.core.config.tree.LineComplaint;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Lines for a device that somebody else runs.
 *
 * @param device as those who run it call it
 * @param observed whether it is a device that Safe Step observes, so that the way back is derived
 * @param lines as they were written; secrets in them are shown to the author only
 * @param undo the way back: derived for an observed device, otherwise as it was written
 * @param complaints what is wrong with the lines, as far as a profile or the device's configuration tells
 */
public record PeerSheetView(
        String device,
        String runBy,
        @Nullable String platform,
        String note,
        boolean observed,
        String lines,
        String undo,
        List<LineComplaint> complaints) {}
