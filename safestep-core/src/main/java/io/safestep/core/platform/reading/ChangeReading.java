package io.safestep.core.platform.reading;

import io.safestep.core.platform.text.BoundedText;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * How a device is asked whether anything has changed on it, and who was there.
 *
 * @param marker short commands whose answers, taken together, stay the same as long as neither running nor startup has
 *     changed; empty when the platform has none
 * @param logIns how it is asked who was logged in; null when it can't be asked
 * @param message found in the log messages with which it says that it was changed; null when it sends none
 */
public record ChangeReading(
        List<String> marker,
        @Nullable LogInReading logIns,
        @Nullable Pattern message) {

    public static final ChangeReading NONE = new ChangeReading(List.of(), null, null);

    public ChangeReading {
        marker = List.copyOf(marker);
    }

    public boolean hasMarker() {
        return !marker.isEmpty();
    }

    /** Whether a log message says that the configuration was changed. */
    public boolean tells(String logMessage) {
        return message != null && message.matcher(BoundedText.of(logMessage)).find();
    }
}
