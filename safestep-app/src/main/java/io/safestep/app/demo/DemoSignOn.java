package io.safestep.app.demo;

import io.safestep.app.device.Devices;
import io.safestep.app.people.signon.Providers;
import io.safestep.app.people.stored.ProviderSettings;
import io.safestep.core.people.DeviceSet;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.Role;
import io.safestep.core.people.RoleMapping;
import io.safestep.core.people.Scope;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** The identity provider of the practice network, which the demo believes. */
@Component
class DemoSignOn {

    private static final String SLUG = "sound";

    private final Providers providers;
    private final Devices devices;
    private final String issuer;

    /** @param issuer of the provider; empty when none runs */
    DemoSignOn(Providers providers, Devices devices, @Value("${safestep.practice-identity:}") String issuer) {
        this.providers = providers;
        this.devices = devices;
        this.issuer = issuer;
    }

    /** Once the sites are there of which its groups look after one. */
    void believe() {
        if (issuer.isBlank()) {
            return;
        }
        List<RoleMapping.Row> rows = new ArrayList<>();
        devices.sites().stream()
                .filter(site -> site.code().equalsIgnoreCase("brn"))
                .map(site -> DeviceSet.of(Set.of(site.id()), Set.of()))
                .map(set -> new Power(Set.of(Role.ENGINEER), new Scope(set, set)))
                .forEach(power -> rows.add(new RoleMapping.Row("brinehaven-network", power)));
        rows.add(new RoleMapping.Row("harbour-watch", Power.everywhere(Set.of(Role.OPERATOR))));
        providers.ensure(
                SLUG,
                new ProviderSettings(
                        "Sound identity",
                        issuer,
                        "safe-step",
                        "profile email",
                        "preferred_username",
                        null,
                        "groups",
                        true,
                        new RoleMapping(rows)),
                "sound-and-harbour-7");
    }
}
