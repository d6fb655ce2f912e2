package io.safestep.app.approval.seen;

import io.safestep.app.backup.views.DifferenceRowView;
import io.safestep.app.sight.Sight;
import java.util.List;

/**
 * What of a change has moved since somebody looked at it.
 *
 * @param sealBrief of what they saw; empty when they have not decided about anything else than what there is now
 * @param devices that were seen otherwise, as far as they may be seen
 * @param checksGone those that are no longer there as they were
 * @param checksNew those that were not there as they are
 * @param needsGone approvals that it no longer needs as it did
 * @param needsNew approvals that it did not need so
 * @param others what else is otherwise, in sentences
 */
public record MovedView(
        String sealBrief,
        List<OfDevice> devices,
        List<String> checksGone,
        List<String> checksNew,
        List<String> needsGone,
        List<String> needsNew,
        List<String> others) {

    /** As long as there is nothing to compare with. */
    public static final MovedView NOTHING =
            new MovedView("", List.of(), List.of(), List.of(), List.of(), List.of(), List.of());

    /** What became of a device. */
    public enum Kind {
        ADDED,
        REMOVED,
        CHANGED,
        /** Without the change the device holds something else by now. */
        GROUND
    }

    /**
     * @param summary in one line
     * @param rows what it would have held then on the left, what it would hold now on the right, secrets masked; of its
     *     ground, what it held without the change
     */
    public record OfDevice(String device, Kind kind, String summary, List<DifferenceRowView> rows) {}

    public MovedView told(Sight sight) {
        return new MovedView(
                sealBrief,
                devices.stream().filter(d -> sight.reads(d.device())).toList(),
                checksGone.stream().map(sight::told).toList(),
                checksNew.stream().map(sight::told).toList(),
                needsGone.stream().map(sight::told).toList(),
                needsNew.stream().map(sight::told).toList(),
                others.stream().map(sight::told).toList());
    }
}
