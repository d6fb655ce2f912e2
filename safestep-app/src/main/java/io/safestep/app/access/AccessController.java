package io.safestep.app.access;

import io.safestep.app.device.Device;
import io.safestep.app.device.DeviceIdentities;
import io.safestep.app.device.Devices;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Subject;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.drivers.DeviceException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Asking a device, and deciding about its host key, over HTTP. */
@RestController
@RequestMapping("/api/devices/{name}")
class AccessController {

    private final Devices devices;
    private final DeviceIdentities identities;
    private final DeviceAccess access;

    AccessController(Devices devices, DeviceIdentities identities, DeviceAccess access) {
        this.devices = devices;
        this.identities = identities;
        this.access = access;
    }

    /** @param arguments what the command asks for: {@code address}, {@code port}, {@code source} */
    record ReadCommandView(String name, String title, List<String> arguments) {}

    /**
     * @param read the name of a read command
     * @param arguments what the command asks for
     */
    record ReadRequest(
            @NotNull @Size(max = 40) String read,
            @Nullable @Size(max = 3) Map<@Size(max = 10) String, @Size(max = 60) String> arguments) {}

    record ReadAnswer(String command, String output) {}

    /**
     * @param offered the key that the person has looked at, in the form {@code type base64}
     * @param accept false to keep the old one
     */
    record HostKeyDecision(
            @NotNull @Size(max = 4_000) String offered,
            boolean accept,

            @NotBlank(message = "Say how you found out.") @Size(max = 500, message = "At most 500 characters.")
            String reason) {}

    /** The read commands that the device's platform profile names. */
    @GetMapping("/reads")
    @PreAuthorize("hasAuthority('READ')")
    List<ReadCommandView> reads(@PathVariable @Sees(Subject.DEVICE) String name) {
        return access.profileOf(devices.named(name).id()).reads().stream()
                .map(r -> new ReadCommandView(r.name(), r.title(), r.arguments()))
                .toList();
    }

    /** Sends a read command now and gives back the device's own words. */
    @PostMapping("/reads")
    @PreAuthorize("hasAuthority('READ_DEVICES')")
    ReadAnswer read(@PathVariable @Sees(Subject.DEVICE) String name, @Valid @RequestBody ReadRequest request) {
        Device device = devices.named(name);
        ReadCommand read = access.profileOf(device.id())
                .read(request.read())
                .orElseThrow(() -> ProblemException.notFound("A read command called " + request.read()));
        Map<String, String> arguments = request.arguments() == null ? Map.of() : request.arguments();
        for (String argument : read.arguments()) {
            refuseUnfit(argument, arguments.get(argument));
        }
        String command = read.commandFor(arguments);
        try {
            return new ReadAnswer(
                    command,
                    access.visit(
                            device.id(),
                            (visited, session) -> session.ask(read, arguments).text()));
        } catch (DeviceException e) {
            throw ProblemException.device(e.getMessage());
        }
    }

    private static void refuseUnfit(String argument, @Nullable String value) {
        if (argument.equals("port")) {
            if (value == null || !value.matches("\\d{1,5}")) {
                throw ProblemException.invalid("port", "Enter a port from 1 to 65535.");
            }
        } else if (value == null || !WrittenForms.isAddress(value)) {
            throw ProblemException.invalid(argument, "Enter an IPv4 address, such as 10.77.0.1.");
        }
    }

    /** Accepts the other host key that the device has shown, or keeps the old one. */
    @PostMapping("/host-key")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void decideHostKey(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @Valid @RequestBody HostKeyDecision decision,
            @AuthenticationPrincipal SignedIn me) {
        identities.decideHostKey(name, decision.offered(), decision.accept(), decision.reason(), me.login());
    }
}
