package io.safestep.app.backup.stored;

import io.safestep.core.config.tree.ConfigSyntaxException;

/** What is stored of a device can't be read in the language of its platform, which was another one when it was stored. */
public final class UnreadableVersion extends ConfigSyntaxException {

    UnreadableVersion(String device, String platform, ConfigSyntaxException why) {
        super(
                why.line(),
                "What is stored of " + device + " can't be read as the platform " + platform + " says (line "
                        + why.line() + ": " + why.getMessage() + ") Was its platform changed? Back it up, and make that"
                        + " its baseline.");
        initCause(why);
    }
}
