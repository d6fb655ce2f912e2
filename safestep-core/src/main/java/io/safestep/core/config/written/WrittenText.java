package io.safestep.core.config.written;

import io.safestep.core.config.format.ConfigCodec;
import io.safestep.core.config.format.IndentedReader;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;

/**
 * Reads what an engineer wrote for a device: commands, or in a structured language a fragment in its own notation, which
 * adds and replaces.
 */
public final class WrittenText {

    private final Language language;

    public WrittenText(Language language) {
        this.language = language;
    }

    /** @throws ConfigSyntaxException when indentation, notation or length can't be read */
    public ConfigTree read(String text) {
        return isFragment(text)
                ? ConfigCodec.of(language).readFragment(text)
                : new IndentedReader(language, false).read(text);
    }

    /** Whether the text is written in the notation of the device, and not in lines. */
    public boolean isFragment(String text) {
        return language.format().begins(text);
    }
}
