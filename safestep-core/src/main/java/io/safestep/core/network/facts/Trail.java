package io.safestep.core.network.facts;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.platform.language.Language;
import org.jspecify.annotations.Nullable;

/**
 * Where a line stands: with the lines above it. Written out only when somebody has to be told.
 *
 * @param above null at the top
 */
record Trail(Language language, @Nullable Trail above, String block, ConfigLine line) {

    /** The lines from the top to this one, secrets masked. */
    @Override
    public String toString() {
        String text = language.masked(block, line.text());
        return above == null ? text : above + " › " + text;
    }
}
