package io.safestep.app.change.stored;

import io.safestep.core.check.definition.CheckDefinition;
import java.time.Duration;
import java.util.List;

/**
 * What a run of a change has to do, as far as its length and its place in the calendar follow from it.
 *
 * @param emergency no freeze keeps it
 * @param parts its devices in the order in which they are changed
 * @param checks as they are looked at
 * @param pause between two waves
 */
public record RunWork(
        long changeId, boolean emergency, List<Part> parts, List<CheckDefinition> checks, Duration pause) {

    /**
     * @param commands how many are sent; 0 where the device is only looked at
     * @param undoCommands how many are sent on the way back
     */
    public record Part(long deviceId, String device, String platform, int wave, int commands, int undoCommands) {}

    public List<Long> deviceIds() {
        return parts.stream().map(Part::deviceId).toList();
    }

    /** Of a change that is at hand. */
    public static RunWork of(Change change) {
        return new RunWork(
                change.id(),
                change.isEmergency(),
                change.targets().stream().map(RunWork::part).toList(),
                change.checks().stream().map(ChangeCheck::inForce).toList(),
                Duration.ofSeconds(change.order().pauseSeconds()));
    }

    private static Part part(ChangeTarget t) {
        return new Part(
                t.device().id(), t.device().name(), t.device().platform(), t.wave(), t.commands(), t.undoCommands());
    }
}
