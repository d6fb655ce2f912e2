package io.safestep.core.config;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.text.Format;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Tells a whole configuration of a platform from a part of one, and from something else. */
final class Completeness {

    private final Language language;
    private int lines;
    private int unknown;
    private @Nullable ConfigLine firstUnknown;

    Completeness(Language language) {
        this.language = language;
    }

    /** @throws ConfigSyntaxException when the text begins like one in another format */
    void checkBeginning(String text) {
        Format looksLike = Format.lookedLike(text);
        if (looksLike != language.format()) {
            throw new ConfigSyntaxException(
                    1,
                    "The text looks like " + looksLike.title() + ", but this platform writes "
                            + language.format().title() + ".");
        }
    }

    /** @throws ConfigSyntaxException when the text does not end as the device ends a configuration */
    void checkEnd(String text) {
        String last = "";
        int number = 0;
        int lastNumber = 1;
        for (String line : text.lines().toList()) {
            number++;
            if (!line.isBlank()) {
                last = line;
                lastNumber = number;
            }
        }
        if (language.hasLastLine() && !language.isLastLine(last)) {
            throw new ConfigSyntaxException(
                    lastNumber,
                    "The text ends here, and not as this platform ends a configuration. It is not complete.");
        }
    }

    /** @throws ConfigSyntaxException when most of the lines are of no form of this language */
    void checkKnown(ConfigTree tree) {
        boolean structured = language.format().structured();
        // What other modules hold is theirs: a device may have many, and little of those that the profile describes.
        count(
                structured
                        ? tree.lines().stream().filter(l -> l.meaning().known()).toList()
                        : tree.lines());
        if (structured && lines == 0) {
            return;
        }
        if (lines == 0) {
            throw new ConfigSyntaxException(1, "The text holds no line of a configuration.");
        }
        if (firstUnknown != null && unknown * 2 > lines) {
            throw new ConfigSyntaxException(
                    firstUnknown.number(),
                    "\"" + firstWord(firstUnknown) + "\" is not a word that this platform knows here; " + unknown
                            + " of " + lines + " lines are like that. This is no configuration of this platform.");
        }
    }

    private static String firstWord(ConfigLine line) {
        return line.text().split(" ", 2)[0];
    }

    /** What stands beneath a line that is not known can't be known either. */
    private void count(List<ConfigLine> level) {
        for (ConfigLine line : level) {
            lines++;
            if (line.meaning().known()) {
                count(line.children());
            } else {
                unknown++;
                firstUnknown = firstUnknown == null ? line : firstUnknown;
            }
        }
    }
}
