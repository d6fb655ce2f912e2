package io.safestep.core.identity;

import java.util.List;

/**
 * A line that says who a device is, so that another device can't simply hold it too.
 *
 * @param path the line with the lines above it, secrets masked; names the line in decisions
 * @param text the line alone, secrets masked
 * @param number where it stands in the configuration from which it comes
 * @param own the lines at the same place of the device that is to take the configuration: what it is called now
 */
public record IdentityLine(Kind kind, String path, String text, int number, List<String> own) {

    public enum Kind {
        /** The name of the device. */
        NAME,
        /** An address of one of its own interfaces, wherever it stands. */
        ADDRESS,
        SERIAL,
        /** A secret that the device never shows: what stands there is not the secret. */
        HIDDEN_SECRET
    }
}
