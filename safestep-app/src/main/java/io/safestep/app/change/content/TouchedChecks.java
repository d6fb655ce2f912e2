package io.safestep.app.change.content;

import io.safestep.app.change.stored.Change;
import io.safestep.app.check.library.CheckLibrary;
import io.safestep.app.check.library.CheckProposal;
import io.safestep.app.device.Device;
import io.safestep.core.check.TouchedTopics;
import io.safestep.core.check.definition.CheckSetRule;
import io.safestep.core.check.definition.Topic;
import io.safestep.core.config.tree.ConfigSyntaxException;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Which checks a change should have, by what it touches on each of its devices. */
@Component
public class TouchedChecks {

    private final CheckLibrary library;

    TouchedChecks(CheckLibrary library) {
        this.library = library;
    }

    public List<CheckProposal> proposals(Change change) {
        return library.proposals(change.targets().stream()
                .map(t -> subject(t.device(), t.topics()))
                .toList());
    }

    /** Names of the checks that every change should have and this one has not. */
    public List<String> basicLeftOut(Change change) {
        List<CheckSetRule.Subject> devices = change.targets().stream()
                .map(t -> subject(t.device(), Set.of()))
                .toList();
        return library.proposals(devices).stream()
                .map(CheckProposal::library)
                .filter(name -> change.checks().stream().noneMatch(c -> name.equals(c.library())))
                .toList();
    }

    private static CheckSetRule.Subject subject(Device device, Set<Topic> topics) {
        return new CheckSetRule.Subject(device.name(), device.role().word(), device.platform(), topics);
    }

    /** What part of the network's work is touched; nothing where the outcome can't be read as a network. */
    Set<Topic> topics(DerivedTargets.Derived derived) {
        try {
            return derived.build().script().lines().isEmpty() ? Set.of() : TouchedTopics.of(derived.facts());
        } catch (ConfigSyntaxException e) {
            return Set.of();
        }
    }
}
