package io.safestep.app.standard;

import io.safestep.app.device.Devices;
import io.safestep.app.device.Devices.SiteEntry;
import io.safestep.app.group.Groups;
import io.safestep.app.schedule.windows.Windows;
import io.safestep.app.sight.Sight;
import io.safestep.app.standard.stored.StandardDefinition;
import io.safestep.core.standard.BoundNames;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Bounds in the words of the house. */
@Component
@Transactional(readOnly = true)
class BoundWords {

    private final Devices devices;
    private final Groups groups;
    private final Windows windows;

    BoundWords(Devices devices, Groups groups, Windows windows) {
        this.devices = devices;
        this.groups = groups;
        this.windows = windows;
    }

    /** As somebody may read them: what is outside their scope is said to be there, without its name. */
    BoundNames names(Sight sight) {
        return new BoundNames(
                devices.sites().stream()
                        .collect(Collectors.toMap(
                                SiteEntry::id, s -> sight.knowsSite(s.id()) ? s.name() : "a site outside your scope")),
                groups.entries().stream()
                        .collect(Collectors.toMap(
                                Groups.Entry::id,
                                g -> sight.knowsGroup(g.id()) ? g.name() : "a group outside your scope")),
                windows.names());
    }

    List<String> of(StandardDefinition definition, Sight sight) {
        return definition.bounds().words(names(sight));
    }

    /** Names of windows by their ids, to follow on a colon. */
    String windows(Set<Long> ids) {
        Map<Long, String> names = windows.names();
        return ids.stream()
                .map(id -> names.getOrDefault(id, "one that is no more"))
                .sorted()
                .collect(Collectors.joining(" or "));
    }
}
