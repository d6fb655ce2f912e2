package io.safestep.core.config.format;

import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;

/** Configurations in lines whose blocks are told by indentation or by a word that ends each. */
final class IndentedConfiguration implements ConfigCodec {

    private final Language language;

    IndentedConfiguration(Language language) {
        this.language = language;
    }

    @Override
    public ConfigTree read(String text) {
        return new IndentedReader(language, true).read(text);
    }

    /** Lines are what people write anyway. */
    @Override
    public ConfigTree readFragment(String text) {
        return new IndentedReader(language, false).read(text);
    }

    @Override
    public String write(ConfigTree tree) {
        return new IndentedWriter(language).write(tree);
    }
}
