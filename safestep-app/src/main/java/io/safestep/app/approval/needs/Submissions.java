package io.safestep.app.approval.needs;

import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeCheck;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.app.group.Groups;
import io.safestep.core.change.Category;
import io.safestep.core.risk.Submission;
import io.safestep.core.risk.Submission.Part;
import io.safestep.core.risk.Submission.Place;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What approval rules and risk look at, drawn from a change. */
@Component
public class Submissions {

    private final Groups groups;

    Submissions(Groups groups) {
        this.groups = groups;
    }

    /** Of one, stored or not. */
    Submission of(Change change) {
        return submission(change, inGroups(List.of(change)));
    }

    /** Of several that are stored, by their ids. */
    Map<Long, Submission> of(Collection<Change> changes) {
        Map<Long, List<Groups.Entry>> inGroups = inGroups(changes);
        return changes.stream().collect(Collectors.toMap(Change::id, c -> submission(c, inGroups)));
    }

    /** Where devices stand and what they are, by their ids. */
    public Map<Long, Place> places(Collection<Device> devices) {
        Map<Long, List<Groups.Entry>> inGroups =
                groups.byDevice(devices.stream().collect(Collectors.toMap(Device::id, Device::traits, (a, b) -> a)));
        return devices.stream()
                .collect(Collectors.toMap(
                        Device::id, d -> place(d, inGroups.getOrDefault(d.id(), List.of())), (a, b) -> a));
    }

    private Map<Long, List<Groups.Entry>> inGroups(Collection<Change> changes) {
        return groups.byDevice(changes.stream()
                .flatMap(c -> c.targets().stream())
                .map(ChangeTarget::device)
                .collect(Collectors.toMap(Device::id, Device::traits, (a, b) -> a)));
    }

    private static Submission submission(Change change, Map<Long, List<Groups.Entry>> inGroups) {
        List<Part> parts = change.targets().stream()
                .map(t -> new Part(
                        t.device().name(),
                        place(t.device(), inGroups.getOrDefault(t.device().id(), List.of())),
                        t.topics(),
                        t.commands(),
                        t.proven(),
                        t.cutsPath()))
                .toList();
        Map<String, Set<String>> services = new HashMap<>();
        for (ChangeCheck check : change.checks()) {
            String service = check.service();
            if (service != null) {
                services.computeIfAbsent(service, name -> new HashSet<>())
                        .addAll(check.definition().devices());
            }
        }
        int checks =
                (int) change.checks().stream().filter(c -> c.service() == null).count();
        return new Submission(
                change.isEmergency() ? Category.EMERGENCY : Category.NORMAL,
                parts,
                checks,
                services,
                change.order().outsideWindows());
    }

    private static Place place(Device device, List<Groups.Entry> groups) {
        return new Place(
                device.site().id(),
                device.site().name(),
                groups.stream().map(Groups.Entry::id).collect(Collectors.toSet()),
                device.role().word(),
                device.platform());
    }
}
