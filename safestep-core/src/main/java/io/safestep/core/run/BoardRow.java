package io.safestep.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A device of a run as people see it on its board.
 *
 * @param phases those that it goes through, or went through, on the way there
 * @param arrived it holds its outcome and is saved, or needed nothing
 * @param mayBeLeftOut a person may leave it out now
 * @param failed what failed on the way there and nobody has decided about; null when nothing did
 * @param undo how far its way back is
 * @param words what it is at, or how it ended
 */
public record BoardRow(
        List<Phase> phases,
        boolean arrived,
        boolean mayBeLeftOut,
        @Nullable Phase failed,
        Undo undo,
        String words) {

    /** How far the way back of a device is. */
    public enum Undo {
        NONE("no way back"),
        GOING("being undone"),
        DONE("undone"),
        FAILED("undo failed");

        private final String word;

        Undo(String word) {
            this.word = word;
        }

        /** In a few words, lower case. */
        public String word() {
            return word;
        }
    }

    /**
     * What is known beside the progress.
     *
     * @param words what came of phases, in words
     * @param latest the phase that was begun last; null when none was
     * @param holds what it holds, as last read, in words; null when it was not read
     * @param backup the hash of its backup before the change; null when there is none
     * @param leftOut by whom and why it was left out; null when it was not
     * @param ended the run has ended
     * @param turningBack everything is taken back
     */
    public record Notes(
            Map<Phase, String> words,
            @Nullable Phase latest,
            @Nullable String holds,
            @Nullable String backup,
            @Nullable String leftOut,
            boolean ended,
            boolean turningBack) {}

    private static final int HASH_DIGITS = 8;

    public static BoardRow of(DeviceProgress device, Notes notes) {
        Undo undo = undo(device);
        return new BoardRow(
                phases(device),
                device.arrived(),
                !notes.ended() && !notes.turningBack() && device.mayBeLeftOut(),
                device.skipped() ? null : device.failure().orElse(null),
                undo,
                words(device, notes, undo));
    }

    private static List<Phase> phases(DeviceProgress device) {
        List<Phase> phases = new ArrayList<>(Phase.PREPARATION);
        if (device.hasScript()) {
            phases.addAll(Phase.EXECUTION);
        }
        phases.removeIf(p -> !device.started(p) && (p == Phase.CONFIRM && !device.timer() || device.skipped()));
        return phases;
    }

    private static Undo undo(DeviceProgress device) {
        if (Phase.WAY_BACK.stream().noneMatch(device::started)) {
            return Undo.NONE;
        }
        if (device.wayBackFailed()) {
            return Undo.FAILED;
        }
        return device.nextBack().isEmpty() ? Undo.DONE : Undo.GOING;
    }

    private static String words(DeviceProgress device, Notes notes, Undo undo) {
        if (!device.hasScript() && (notes.ended() || device.steps().size() > 1)) {
            return "nothing to send";
        }
        if (notes.latest() == null) {
            return notes.ended() ? "not reached" : "waits";
        }
        if (notes.leftOut() != null && undo == Undo.NONE) {
            return "left out by " + notes.leftOut();
        }
        Optional<Phase> failure = device.failure();
        if (failure.isPresent()) {
            String why = notes.words().getOrDefault(failure.get(), "failed");
            return undo == Undo.NONE ? why : why + "; " + words(undo);
        }
        if (device.going()) {
            return StepState.GOING.word();
        }
        if (undo == Undo.DONE) {
            return notes.holds() == null ? "undone" : "undone: " + notes.holds();
        }
        if (notes.latest() == Phase.CHECK_BEFORE && device.passed(Phase.CHECK_BEFORE) && !notes.ended()) {
            return notes.backup() == null
                    ? "ready"
                    : "ready · backup " + notes.backup().substring(0, HASH_DIGITS);
        }
        if (notes.latest() == Phase.AFTER_BACKUP) {
            return (notes.holds() == null ? "done" : notes.holds()) + ", saved";
        }
        return notes.words().getOrDefault(notes.latest(), "");
    }

    private static String words(Undo undo) {
        return switch (undo) {
            case NONE -> "";
            case GOING -> "being undone";
            case DONE -> "undone";
            case FAILED -> "undo failed";
        };
    }

    /**
     * How a run stands, as the head of its board.
     *
     * @param stopAsked a person asked to stop and roll back
     */
    public static String headline(
            RunState state, List<DeviceProgress> devices, boolean turningBack, boolean stopAsked) {
        long done = devices.stream().filter(d -> d.arrived() && !d.skipped()).count();
        long left = devices.stream().filter(DeviceProgress::skipped).count();
        String of = done + " of " + devices.size() + (devices.size() == 1 ? " device" : " devices");
        return switch (state) {
            case SUCCEEDED -> "Succeeded on " + of + (left > 0 ? ", " + left + " left out" : "");
            case ROLLED_BACK ->
                devices.stream().anyMatch(DeviceProgress::written)
                        ? "Rolled back"
                        : "Stopped before anything was written";
            case STUCK -> "Stuck: not everything could be undone";
            case ROLLING_BACK -> turningBack ? "Rolling back" : "Taking back a part";
            case PAUSED -> "Waiting for a person: " + of + " done";
            case WAITING, RUNNING -> stopAsked ? "Stopping" : "Running: " + of + " done";
        };
    }
}
