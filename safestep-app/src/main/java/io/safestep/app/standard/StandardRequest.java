package io.safestep.app.standard;

import io.safestep.core.standard.Bounds;
import io.safestep.core.standard.ValueBound;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A standard change as it is sent.
 *
 * @param number the version that was read before; 0 for a new one
 * @param purpose what it is for
 * @param templateVersion id of the version of its template
 * @param examples a value for each variable, with which it is tried
 * @param validUntil its last day, in the zone of the network
 */
public record StandardRequest(
        int number,

        @NotBlank(message = "Give it a name.") @Size(max = 80, message = "At most 80 characters.")
        String name,

        @NotBlank(message = "Say what it is for: who approves it and who uses it read it.")
        @Size(max = 2_000, message = "At most 2,000 characters.")
        String purpose,

        @NotNull(message = "Choose a template.") Long templateVersion,
        @NotNull @Valid BoundsRequest bounds,

        @NotNull @Size(max = 60, message = "At most 60 values.")
        Map<@NotBlank @Size(max = 40) String, @NotNull @Size(max = 2_000) String> examples,

        @NotNull(message = "Say until which day it is valid.")
        LocalDate validUntil) {

    /** See {@link Bounds}. */
    public record BoundsRequest(
            @NotNull @Size(max = 500) Set<@NotNull Long> sites,
            @NotNull @Size(max = 500) Set<@NotNull Long> groups,
            @NotNull @Size(max = 20) Set<@NotNull @Size(max = 20) String> roles,

            @NotNull @Valid @Size(max = 60)
            Map<@NotBlank @Size(max = 40) String, @NotNull @Valid ValueBoundRequest> values,

            @NotNull @Size(max = 50, message = "At most 50 checks.")
            Set<@NotBlank @Size(max = 120) String> checks,

            @NotNull @Size(max = 100) Set<@NotNull Long> windows,

            @Min(value = 1, message = "At least 1.") @Max(value = Bounds.MOST_DEVICES, message = "At most 200.")
            int mostDevices,

            @Min(value = 1, message = "At least 1.") @Max(value = Bounds.MOST_DEVICES, message = "At most 200.")
            int mostAtOnce) {}

    /** See {@link ValueBound}. */
    public record ValueBoundRequest(
            @NotNull(message = "Choose which values.") ValueBound.Kind kind,

            @NotNull @Size(max = 200, message = "At most 200 values.")
            List<@NotBlank @Size(max = 400) String> oneOf,

            @Nullable Long least,
            @Nullable Long most,

            @NotNull @Size(max = 50, message = "At most 50 blocks.")
            List<@NotBlank @Size(max = 20) String> within,

            @NotNull @Size(max = 200, message = "At most 200 characters.")
            String pattern) {

        private ValueBound bound() {
            return new ValueBound(
                    kind,
                    oneOf.stream().map(String::strip).toList(),
                    least,
                    most,
                    within.stream().map(String::strip).toList(),
                    pattern.strip());
        }
    }

    StandardChanges.Wanted wanted() {
        return new StandardChanges.Wanted(
                number,
                name.strip(),
                purpose.strip(),
                templateVersion,
                new Bounds(
                        bounds.sites,
                        bounds.groups,
                        bounds.roles,
                        bounds.values.entrySet().stream()
                                .collect(Collectors.toMap(
                                        Map.Entry::getKey, e -> e.getValue().bound())),
                        bounds.checks,
                        bounds.windows,
                        bounds.mostDevices,
                        bounds.mostAtOnce),
                examples,
                validUntil);
    }
}
