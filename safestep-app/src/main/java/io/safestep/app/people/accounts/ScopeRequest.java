package io.safestep.app.people.accounts;

import io.safestep.core.people.DeviceSet;
import io.safestep.core.people.Scope;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Set;

/** For which devices somebody sees, and for which they act. */
public record ScopeRequest(
        @NotNull @Valid DeviceSetRequest reading,
        @NotNull @Valid DeviceSetRequest acting) {

    /** Some of the devices. */
    public record DeviceSetRequest(
            boolean everything,
            @NotNull @Size(max = 500) Set<Long> sites,
            @NotNull @Size(max = 500) Set<Long> groups) {

        DeviceSet set() {
            return new DeviceSet(everything, sites, groups);
        }
    }

    public Scope scope() {
        return new Scope(reading.set(), acting.set());
    }
}
