package io.safestep.core.platform.reading;

import io.safestep.core.platform.text.BoundedText;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * How a device is asked who it is. Each pattern finds one thing in the answer, with the named group {@code value}.
 *
 * @param command the words to send
 * @param maker found only in the answer of a device of this platform
 * @param name null when the answer does not tell it; so with the others
 */
public record IdentityReading(
        String command,
        Pattern maker,
        @Nullable Pattern name,
        @Nullable Pattern model,
        @Nullable Pattern serial,
        @Nullable Pattern software) {

    private static final int LONGEST = 100;

    /** @return empty when the answer is not that of a device of this platform */
    public Optional<DeviceIdentity> in(String answer) {
        String found = value(maker, answer);
        return found == null
                ? Optional.empty()
                : Optional.of(new DeviceIdentity(
                        found,
                        value(name, answer),
                        value(model, answer),
                        value(serial, answer),
                        value(software, answer)));
    }

    private static @Nullable String value(@Nullable Pattern pattern, String answer) {
        if (pattern == null) {
            return null;
        }
        Matcher matcher = pattern.matcher(BoundedText.of(answer));
        if (!matcher.find() || matcher.group("value") == null) {
            return null;
        }
        String value = matcher.group("value").strip();
        return value.isEmpty() ? null : value.substring(0, Math.min(LONGEST, value.length()));
    }
}
