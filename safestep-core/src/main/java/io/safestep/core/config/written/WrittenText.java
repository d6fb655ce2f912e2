package io.safestep.core.config.written;

import io.safestep.core.config.format.IndentedReader;
import io.safestep.core.config.format.JsonConfiguration;
import io.safestep.core.config.format.XmlConfiguration;
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
        if (!isFragment(text)) {
            return new IndentedReader(language, false).read(text);
        }
        return language.format() == Language.Format.XML
                ? new XmlConfiguration(language).read(wrapped(text))
                : new JsonConfiguration(language).read(text);
    }

    /** Whether the text is written in the notation of the device, and not in lines. */
    public boolean isFragment(String text) {
        String start = text.stripLeading();
        return switch (language.format()) {
            case INDENTED -> false;
            case XML -> start.startsWith("<");
            case JSON -> start.startsWith("{");
        };
    }

    /** A document has one root; a fragment may name several parts. Line numbers stay. */
    private static String wrapped(String text) {
        boolean whole = text.stripLeading().matches("(?s)<(\\?xml|(\\w+:)?(config|data)[\\s>]).*");
        return whole ? text : "<config>" + text + "</config>";
    }
}
