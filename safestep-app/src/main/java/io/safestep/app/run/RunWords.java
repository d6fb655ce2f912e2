package io.safestep.app.run;

import io.safestep.core.run.Decision;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** What is said of a run, in sentences without a final stop unless they are verdicts. */
final class RunWords {

    private RunWords() {}

    /** What a person is asked. */
    static String hold(Decision.Hold hold) {
        String devices = String.join(", ", hold.devices());
        return switch (hold.reason()) {
            case PAUSE_ASKED -> "paused as asked";
            case FAILED -> devices + " failed, and the rule says to stop and wait";
            case TAKEN_BACK -> devices + " was taken back; go on without it, or take everything back";
            case TURN_BACK_POINT -> "the turn-back point has come; lengthen the window, or take everything back";
        };
    }

    /** What made a run turn back: a failure, a person, or the time. */
    static String cause(Run run, Decision.TakeBack decision) {
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

    private static String failure(Run run, String device) {
        RunDevice failed = run.devices().stream()
                .filter(d -> d.name().equals(device))
                .findFirst()
                .orElseThrow();
        return failed.steps().stream()
                .filter(s -> s.state() == StepState.FAILED && !s.phase().undo())
                .reduce((a, b) -> b)
                .map(s -> interruption(failed) + failed.name() + ", " + RunJournal.words(s.phase()) + ": " + s.words())
                .orElse(failed.name());
    }

    private static String interruption(RunDevice device) {
        boolean inPush =
                device.steps().stream().anyMatch(s -> s.phase() == Phase.PUSH && s.state() == StepState.INTERRUPTED);
        return inPush ? "an interruption in mid-push on " : "";
    }

    /** How a run ended. */
    static String verdict(Run run, RunState state, List<RunRollback> rollbacks) {
        List<RunDevice> written =
                run.devices().stream().filter(RunDevice::written).toList();
        return switch (state) {
            case SUCCEEDED -> succeeded(run, written);
            case ROLLED_BACK ->
                written.isEmpty()
                        ? "Stopped before anything was written: " + firstCause(rollbacks) + "."
                        : "Undone because of " + firstCause(rollbacks) + ". " + devices(written.size())
                                + (written.size() == 1
                                        ? " holds what it held before."
                                        : " hold what they held before.");
            default -> stuck(written, rollbacks);
        };
    }

    private static String succeeded(Run run, List<RunDevice> written) {
        int stays = (int) written.stream().filter(d -> !d.takenBack()).count();
        String text = devices(stays) + (stays == 1 ? " holds its outcome" : " hold their outcomes")
                + "; no check failed, startup saved.";
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

    private static String stuck(List<RunDevice> written, List<RunRollback> rollbacks) {
        List<String> parts = new ArrayList<>();
        for (RunDevice device : written) {
            String last = device.steps().stream()
                    .filter(s -> s.phase().undo() && s.state() == StepState.FAILED)
                    .reduce((a, b) -> b)
                    .map(RunStep::words)
                    .orElse("");
            String holds = device.holds() == null ? "could not be read" : device.holds();
            parts.add(device.name() + ": last read, it " + holds
                    + (last.isEmpty() || last.equals(holds) ? "" : " (" + last + ")"));
        }
        return "The way back did not succeed after " + firstCause(rollbacks) + ". " + String.join(". ", parts) + ".";
    }

    private static String devices(int count) {
        return count == 1 ? "1 device" : count + " devices";
    }
}
