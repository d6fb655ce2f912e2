package io.safestep.core.template;

import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.text.Format;
import java.util.regex.Pattern;

/**
 * How the text of a template is written, and so how a value has to be written where it stands.
 *
 * @param format in what devices of the platform write
 * @param lines whether the template is written in lines, as people read configurations, and not in the format's own notation
 */
public record Notation(Format format, boolean lines) {

    /** A template may begin with tags and comments: what stands behind them tells how it is written. */
    private static final Pattern TAGS_IN_FRONT = Pattern.compile("(?s)^(?:\\s*\\{[%#].*?[%#]})*");

    /** The notation of a text in this language, told by how it begins. */
    public static Notation of(Language language, String text) {
        String start = TAGS_IN_FRONT.matcher(text).replaceFirst("").stripLeading();
        boolean placeholder = start.startsWith("{{") || start.startsWith("{%") || start.startsWith("{#");
        return new Notation(language.format(), placeholder || !language.format().begins(start));
    }

    /** @param value without control characters: {@link ValueCheck} lets none through */
    String escaped(String value) {
        if (!lines) {
            return format.escaped(value);
        }
        // Lines that stand for nodes write a backslash in front of what would break them.
        return format.structured() ? value.replace("\\", "\\\\") : value;
    }
}
