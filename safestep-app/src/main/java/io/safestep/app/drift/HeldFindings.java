package io.safestep.app.drift;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.Devices;
import io.safestep.app.people.accounts.OpenWork;
import io.safestep.app.people.stored.Person;
import io.safestep.app.scope.Scopes;
import io.safestep.app.sight.Sight;
import io.safestep.core.drift.FindingState;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** Findings on hold for which somebody answers. */
@Component
class HeldFindings implements OpenWork {

    private final DriftFindingRepository repository;
    private final Devices devices;
    private final Scopes scopes;
    private final AuditLog audit;

    HeldFindings(DriftFindingRepository repository, Devices devices, Scopes scopes, AuditLog audit) {
        this.repository = repository;
        this.devices = devices;
        this.scopes = scopes;
        this.audit = audit;
    }

    private List<DriftFinding> heldBy(Person person) {
        return repository.findByState(FindingState.ON_HOLD).stream()
                .filter(f -> person.login().equals(f.owner()))
                .toList();
    }

    private String device(DriftFinding finding) {
        return devices.withId(finding.deviceId()).name();
    }

    @Override
    public List<Item> of(Person person) {
        return heldBy(person).stream()
                .map(f -> new Item(device(f), "a drift finding on hold"))
                .toList();
    }

    @Override
    public List<Item> handOver(Person from, Person to, String by) {
        List<Item> stay = new ArrayList<>();
        Sight sight = scopes.sight(to.login(), to.scope());
        for (DriftFinding finding : heldBy(from)) {
            String device = device(finding);
            if (sight.acts(device)) {
                finding.hold(to.login(), Objects.requireNonNull(finding.holdUntil()));
                audit.write(
                        by,
                        device,
                        "handed over",
                        to.name() + " answers for the finding on hold, and no longer " + from.name() + ".");
            } else {
                stay.add(new Item(device, to.name() + " may not act on it"));
            }
        }
        return stay;
    }
}
