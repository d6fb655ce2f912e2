package io.safestep.app.network;

import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** What is computed of the network, over HTTP. */
@RestController
class NetworkController {

    private final DeviceStates states;

    NetworkController(DeviceStates states) {
        this.states = states;
    }

    /** What the network model computes of a device from the newest backups; the device itself is not asked. */
    @GetMapping("/api/devices/{name}/state")
    @PreAuthorize("hasAuthority('READ')")
    DeviceState state(@PathVariable @Sees(Subject.DEVICE) String name, Sight sight) {
        return states.of(name).told(sight);
    }
}
