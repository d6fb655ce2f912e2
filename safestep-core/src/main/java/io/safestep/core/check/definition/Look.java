package io.safestep.core.check.definition;

import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What a check looks at.
 *
 * @param read the name of the profile's read command; null unless the kind is READ
 * @param arguments what the read command or the probe asks for, by kind: {@code address}, {@code port}, {@code source}
 * @param from the device that looks; null for the device that is changed
 * @param question what a person is asked; null unless the kind is CONFIRM
 */
public record Look(
        LookKind kind,
        @Nullable String read,
        Map<String, String> arguments,
        @Nullable String from,
        @Nullable String question) {

    public Look {
        arguments = java.util.Collections.unmodifiableMap(new TreeMap<>(arguments));
    }

    public static Look read(String name, Map<String, String> arguments) {
        return new Look(LookKind.READ, name, arguments, null, null);
    }

    public static Look of(LookKind kind) {
        return new Look(kind, null, Map.of(), null, null);
    }

    /** The same, seen from another device than the one that is changed. */
    public Look from(String device) {
        return new Look(kind, read, arguments, device, question);
    }
}
