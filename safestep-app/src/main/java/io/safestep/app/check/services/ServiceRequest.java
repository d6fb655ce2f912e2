package io.safestep.app.check.services;

import io.safestep.core.check.definition.Severity;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A service as somebody writes it.
 *
 * @param version that was read before; 0 for a new one
 * @param port TCP port; null for a ping
 * @param team id of the team that it belongs to, which rules may ask; left out for none
 */
public record ServiceRequest(
        int version,

        @NotBlank(message = "Give the service a name.") @Size(max = 80, message = "At most 80 characters.")
        String name,

        @NotNull @Size(max = 1_000, message = "At most 1,000 characters.")
        String description,

        @NotBlank(message = "Enter the IPv4 address that has to be reached.") @Size(max = 15)
        String address,

        @Nullable @Min(value = 1, message = "From 1 to 65535.") @Max(value = 65_535, message = "From 1 to 65535.")
        Integer port,

        @NotNull Severity severity,

        @Min(value = 0, message = "From 0 to 600 seconds.") @Max(value = 600, message = "From 0 to 600 seconds.")
        int settleSeconds,

        @Nullable Long team,

        @NotEmpty(message = "Choose at least one device from which it is looked at.")
        @Size(max = 100, message = "At most 100 devices.")
        @Valid
        List<From> ends) {

    /** @param source one of the device's own addresses; null for the one that it would choose */
    public record From(
            @NotBlank(message = "Choose a device.") @Size(max = 60)
            String device,

            @Nullable @Size(max = 15) String source) {}
}
