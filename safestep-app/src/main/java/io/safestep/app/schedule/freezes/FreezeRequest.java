package io.safestep.app.schedule.freezes;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDateTime;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A freeze that somebody wants, in the network's time zone.
 *
 * @param begins wall time of the first beginning
 * @param ends wall time of the first end
 * @param recurrence a rule by RFC 5545 such as {@code FREQ=WEEKLY}; null for once
 * @param sites codes of sites for which it holds
 * @param groups names of groups for which it holds; for the whole network when there is none of either
 */
public record FreezeRequest(
        @NotBlank(message = "Give the freeze a name.") @Size(max = 80, message = "At most 80 characters.")
        String name,

        @NotBlank(message = "Say why nothing may be changed then.")
        @Size(max = 500, message = "At most 500 characters.")
        String reason,

        @NotNull(message = "Say when it begins.") LocalDateTime begins,
        @NotNull(message = "Say when it ends.") LocalDateTime ends,
        @Nullable @Size(max = 200) String recurrence,
        @NotNull @Size(max = 500) Set<@NotBlank @Size(max = 40) String> sites,
        @NotNull @Size(max = 100) Set<@NotBlank @Size(max = 80) String> groups) {}
