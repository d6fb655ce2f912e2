package io.safestep.app.run;

import io.safestep.core.run.RunPicture.Pause;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** What can be asked of runs over HTTP. */
final class RunRequests {

    private RunRequests() {}

    record Pausing(
            @NotNull(message = "Say after what to pause: the device or the wave.")
            Pause after) {}

    /** @param reason needed where something is left out or let pass; may be empty where one only agrees */
    record Why(
            @Nullable @Size(max = 2_000, message = "At most 2,000 characters.")
            String reason) {}

    /** @param until UTC */
    record Lengthening(
            @NotNull(message = "Say until when.") Instant until,

            @NotBlank(message = "Say why the window may be longer.")
            @Size(max = 2_000, message = "At most 2,000 characters.")
            String reason) {}

    /** @param whole the devices are to hold their backups as a whole */
    record WayBack(boolean whole) {}
}
