package io.safestep.core.platform.text;

import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** In what a device writes: its configuration, and its answers. What differs from format to format is said here. */
public enum Format {
    /** Lines in blocks told by indentation, or by a word that ends each; each is a command. */
    INDENTED("lines in blocks told by indentation", ".txt", Taking.LINE_BY_LINE) {
        @Override
        public boolean begins(String text) {
            return false;
        }

        @Override
        public String escaped(String value) {
            return value;
        }
    },

    /** XML, as NETCONF carries it (RFC 6241). */
    XML("XML", ".xml", Taking.AT_ONCE) {
        @Override
        public boolean begins(String text) {
            return text.stripLeading().startsWith("<");
        }

        /** Section 2.4 of the recommendation. */
        @Override
        public String escaped(String value) {
            return value.replace("&", "&amp;")
                    .replace("<", "&lt;")
                    .replace(">", "&gt;")
                    .replace("\"", "&quot;")
                    .replace("'", "&apos;");
        }
    },

    /** JSON, as RESTCONF carries it (RFC 7951). */
    JSON("JSON", ".json", Taking.REQUEST_BY_REQUEST) {
        @Override
        public boolean begins(String text) {
            String start = text.stripLeading();
            return start.startsWith("{") || start.startsWith("[");
        }

        /** RFC 8259, section 7. */
        @Override
        public String escaped(String value) {
            return value.replace("\\", "\\\\").replace("\"", "\\\"");
        }
    };

    /** How a device takes what is written to it. */
    public enum Taking {
        /** In the order in which it is written. */
        LINE_BY_LINE,
        /** What is set together in one request, and each removal in a request of its own. */
        REQUEST_BY_REQUEST,
        /** As a whole: order counts for nothing. */
        AT_ONCE
    }

    private final String title;
    private final String fileEnding;
    private final Taking taking;

    Format(String title, String fileEnding, Taking taking) {
        this.title = title;
        this.fileEnding = fileEnding;
        this.taking = taking;
    }

    /**
     * The format that a profile names.
     *
     * @param word in small letters
     * @throws ProfileException when there is none of that name
     */
    public static Format named(String word) {
        return Stream.of(values())
                .filter(format -> format.word().equals(word))
                .findFirst()
                .orElseThrow(() -> new ProfileException("The format \"" + word + "\" is not known: "
                        + Stream.of(values()).map(Format::word).collect(Collectors.joining(", ")) + "."));
    }

    /** In what a text seems to be written. */
    public static Format lookedLike(String text) {
        return Stream.of(values())
                .filter(format -> format.begins(text))
                .findFirst()
                .orElse(INDENTED);
    }

    private String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** What it is, for people, as in "the text is …". */
    public String title() {
        return title;
    }

    /** How names of files that hold it end, the dot among it. */
    public String fileEnding() {
        return fileEnding;
    }

    public Taking taking() {
        return taking;
    }

    /** Whether it has a notation of its own beside the lines in which people read it. */
    public boolean structured() {
        return this != INDENTED;
    }

    /** Whether a text begins like one in the notation of this format, and not like lines. */
    public abstract boolean begins(String text);

    /** A value as it is written within a text of the notation of this format. */
    public abstract String escaped(String value);
}
