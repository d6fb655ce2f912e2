package io.safestep.app.run.journal;

import io.safestep.core.run.Decision;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import io.safestep.drivers.StartupState;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What is said of a run, in sentences without a final stop unless they are verdicts. */
public final class RunWords {

    /** Begins what is said of a device that did not take the commands of the way back. */
    public static final String REFUSED_UNDO = "refused the way back: ";

    /** Of a save that nothing but the device's word speaks for. */
    public static final String SAVED_AS_IT_SAYS = "saved, as the device says; its startup configuration can't be read";

    private RunWords() {}

    /** What a person is asked. */
    public static String hold(Decision.Hold hold) {
        String devices = String.join(", ", hold.devices());
        return switch (hold.reason()) {
            case PAUSE_ASKED -> "paused as asked";
            case FAILED -> devices + " failed, and the rule says to stop and wait";
            case TAKEN_BACK -> devices + " was taken back; go on without it, or take everything back";
            case TURN_BACK_POINT -> "the turn-back point has come; lengthen the window, or take everything back";
        };
    }

    /** What made a run turn back: a failure, a person, or the time. */
    public static String cause(Run run, Decision.TakeBack decision) {
        return switch (decision.cause()) {
            case STOPPED -> "a stop by " + run.stopRequestedBy();
            case TURN_BACK_POINT -> "the turn-back point, which came before the rest was done";
            case SKIPPED -> "left out: " + skipped(run, decision.devices());
            case FAILURE -> failure(run, decision.device());
        };
    }

    private static String skipped(Run run, Set<String> devices) {
        return run.devices().stream()
                .filter(d -> devices.contains(d.name()))
                .map(d -> d.name() + " by " + d.skippedBy() + " (" + d.skipReason() + ")")
                .collect(Collectors.joining(", "));
    }

    private static String failure(Run run, @Nullable String device) {
        RunDevice failed = run.devices().stream()
                .filter(d -> d.name().equals(device))
                .findFirst()
                .orElseThrow();
        return failed.steps().stream()
                .filter(s -> s.state() == StepState.FAILED && !s.phase().undo())
                .reduce((a, b) -> b)
                .map(s ->
                        interruption(failed) + failed.name() + ", " + s.phase().word() + ": " + s.words())
                .orElse(failed.name());
    }

    private static String interruption(RunDevice device) {
        boolean inPush =
                device.steps().stream().anyMatch(s -> s.phase() == Phase.PUSH && s.state() == StepState.INTERRUPTED);
        return inPush ? "an interruption in mid-push on " : "";
    }

    /** How a run ended. */
    public static String verdict(Run run, RunState state, List<RunRollback> rollbacks) {
        List<RunDevice> written =
                run.devices().stream().filter(RunDevice::written).toList();
        return switch (state) {
            case SUCCEEDED -> succeeded(run, written);
            case ROLLED_BACK ->
                written.isEmpty()
                        ? "Stopped before anything was written: " + firstCause(rollbacks) + "."
                        : "Undone because of " + firstCause(rollbacks) + ". " + devices(written.size())
                                + (written.size() == 1 ? " holds what it held before." : " hold what they held before.")
                                + startupUnread(written);
            default -> stuck(written, rollbacks);
        };
    }

    private static String succeeded(Run run, List<RunDevice> written) {
        int stays = (int) written.stream().filter(d -> !d.takenBack()).count();
        String text = devices(stays) + (stays == 1 ? " holds its outcome" : " hold their outcomes")
                + "; no check failed, startup saved."
                + startupUnread(written);
        List<String> left = run.devices().stream()
                .filter(RunDevice::skipped)
                .map(d -> d.name() + (d.takenBack() && d.written() ? " was taken back" : " was left out") + " by "
                        + d.skippedBy() + ": " + d.skipReason())
                .toList();
        return left.isEmpty() ? text : text + " But " + String.join("; ", left) + ".";
    }

    private static String firstCause(List<RunRollback> rollbacks) {
        return rollbacks.stream()
                .filter(r -> r.cause() != RunRollback.Cause.RETRIED)
                .reduce((a, b) -> b.whole() ? b : a)
                .map(RunRollback::words)
                .orElse("nothing was left to be changed");
    }

    /** What a restart would bring back is not known of a device that can't show its startup configuration. */
    private static String startupUnread(List<RunDevice> written) {
        List<String> unread = written.stream()
                .filter(d -> d.steps().stream()
                        .filter(s -> s.phase() == Phase.SAVE || s.phase() == Phase.UNDO_SAVE)
                        .reduce((a, b) -> b)
                        .filter(s -> SAVED_AS_IT_SAYS.equals(s.words()))
                        .isPresent())
                .map(RunDevice::name)
                .toList();
        return unread.isEmpty()
                ? ""
                : " What startup holds could not be read on " + String.join(", ", unread)
                        + ": saved is what the device says.";
    }

    private static String stuck(List<RunDevice> written, List<RunRollback> rollbacks) {
        String parts = written.stream().map(RunWords::stuck).collect(Collectors.joining(" "));
        return "The way back did not succeed after " + firstCause(rollbacks) + ". " + parts;
    }

    private static String stuck(RunDevice device) {
        String last = device.steps().stream()
                .filter(s -> s.phase().undo() && s.state() == StepState.FAILED)
                .reduce((a, b) -> b)
                .map(RunStep::words)
                .orElse("");
        String holds = device.holds() == null
                ? device.name() + " was not read since it was written to"
                : device.name() + ": last read, it " + device.holds();
        String why = last.isEmpty() || last.equals(device.holds())
                ? ""
                : last.startsWith(REFUSED_UNDO) ? "; it " + last : " (" + last + ")";
        return holds + why + "." + timerOf(device) + startupOf(device);
    }

    /** A device that went back by itself after it was read does not hold what was read. */
    private static String timerOf(RunDevice device) {
        return device.timerUntil() == null
                ? ""
                : " Its dead-man timer was to run until " + device.timerUntil().truncatedTo(ChronoUnit.SECONDS)
                        + ": what was read before that may be old.";
    }

    private static String startupOf(RunDevice device) {
        boolean saveBegun = device.steps().stream().anyMatch(s -> s.phase() == Phase.SAVE);
        boolean savedAgain =
                device.steps().stream().anyMatch(s -> s.phase() == Phase.UNDO_SAVE && s.state() == StepState.DONE);
        if (!saveBegun || savedAgain) {
            return "";
        }
        boolean saved = device.steps().stream()
                .anyMatch(s -> s.phase() == Phase.SAVE
                        && s.state() == StepState.DONE
                        && StartupState.EQUALS_RUNNING.words().equals(s.words()));
        return saved
                ? " Its startup still holds the change: a restart brings it back."
                : " What its startup holds is not known: a restart may bring the change back.";
    }

    private static String devices(int count) {
        return count == 1 ? "1 device" : count + " devices";
    }
}
