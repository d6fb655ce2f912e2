package io.safestep.app.device;

import io.safestep.app.people.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.platform.ReadCommand;
import io.safestep.drivers.DeviceException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Devices over HTTP. */
@RestController
@RequestMapping("/api/devices")
class DeviceController {

    private final Devices devices;
    private final DeviceAccess access;
    private final Platforms platforms;

    DeviceController(Devices devices, DeviceAccess access, Platforms platforms) {
        this.devices = devices;
        this.access = access;
        this.platforms = platforms;
    }

    record StanceRequest(
            @NotNull(message = "Choose observe or managed.") Stance stance) {}

    /** @param argument what the command asks for, or null when it needs nothing */
    record ReadCommandView(
            String name, String title, @Nullable String argument) {}

    /** @param read the name of a read command; @param argument an IPv4 address where the command needs one */
    record ReadRequest(
            @NotNull @Size(max = 40) String read,
            @Size(max = 60) @Nullable String argument) {}

    record ReadAnswer(String command, String output) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<DeviceView> all() {
        return devices.all();
    }

    @GetMapping("/{name}")
    @PreAuthorize("hasAuthority('READ')")
    DeviceView one(@PathVariable String name) {
        return devices.viewOf(name);
    }

    @PutMapping("/{name}/stance")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    DeviceView setStance(
            @PathVariable String name,
            @Valid @RequestBody StanceRequest request,
            @AuthenticationPrincipal SignedIn me) {
        devices.setStance(name, request.stance(), me.login());
        return devices.viewOf(name);
    }

    /** The read commands that the device's platform profile names. */
    @GetMapping("/{name}/reads")
    @PreAuthorize("hasAuthority('READ')")
    List<ReadCommandView> reads(@PathVariable String name) {
        return platforms.profile(devices.named(name).platform()).reads().stream()
                .map(r -> new ReadCommandView(r.name(), r.title(), r.argument()))
                .toList();
    }

    /** Sends a read command now and gives back the device's own words. */
    @PostMapping("/{name}/reads")
    @PreAuthorize("hasAuthority('READ_DEVICES')")
    ReadAnswer read(@PathVariable String name, @Valid @RequestBody ReadRequest request) {
        Device device = devices.named(name);
        ReadCommand read = platforms
                .profile(device.platform())
                .read(request.read())
                .orElseThrow(() -> ProblemException.notFound("A read command called " + request.read()));
        if (read.argument() != null && (request.argument() == null || !WrittenForms.isAddress(request.argument()))) {
            throw ProblemException.invalid("argument", "Enter an IPv4 address, such as 10.77.0.1.");
        }
        String command = read.commandFor(request.argument());
        try {
            return new ReadAnswer(command, access.visit(device.id(), session -> session.read(command)));
        } catch (DeviceException e) {
            throw ProblemException.device(e.getMessage());
        }
    }
}
