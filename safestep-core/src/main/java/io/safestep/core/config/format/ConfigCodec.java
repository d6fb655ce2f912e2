package io.safestep.core.config.format;

import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;

/** Reads and writes configurations in the format of one language. The front door of this package. */
public interface ConfigCodec {

    /** The codec for the format of a language. */
    static ConfigCodec of(Language language) {
        return switch (language.format()) {
            case INDENTED -> new IndentedConfiguration(language);
            case XML -> new XmlConfiguration(language);
            case JSON -> new JsonConfiguration(language);
        };
    }

    /**
     * Reads the text of a configuration.
     *
     * @throws io.safestep.core.config.tree.ConfigSyntaxException when it can't be read, or ends too early
     */
    ConfigTree read(String text);

    /**
     * Reads what an engineer wrote in the notation of the format; it may be a part, or several beside one another. Line
     * numbers are those of the text.
     *
     * @throws io.safestep.core.config.tree.ConfigSyntaxException when it can't be read
     */
    ConfigTree readFragment(String text);

    /** The configuration as text, ending with a line feed. */
    String write(ConfigTree tree);
}
