package io.safestep.core.template;

import io.safestep.core.platform.language.Language;

/** How the text of a template is written, and so how a value has to be written where it stands. */
public enum Notation {
    /** Lines of a command line. */
    COMMANDS {
        @Override
        String escaped(String value) {
            return value;
        }
    },
    /** Lines that stand for the nodes of a structured configuration. */
    NODES {
        @Override
        String escaped(String value) {
            return value.replace("\\", "\\\\");
        }
    },
    /** XML (section 2.4 of the recommendation). */
    XML {
        @Override
        String escaped(String value) {
            return value.replace("&", "&amp;")
                    .replace("<", "&lt;")
                    .replace(">", "&gt;")
                    .replace("\"", "&quot;")
                    .replace("'", "&apos;");
        }
    },
    /** JSON (RFC 8259, section 7). */
    JSON {
        @Override
        String escaped(String value) {
            return value.replace("\\", "\\\\").replace("\"", "\\\"");
        }
    };

    /** The notation of a text in this language, told by how it begins. */
    public static Notation of(Language language, String text) {
        String start = text.stripLeading();
        return switch (language.format()) {
            case INDENTED -> COMMANDS;
            case XML -> start.startsWith("<") ? XML : NODES;
            // A template may begin with a tag: {% … %} or {{ … }}.
            case JSON -> start.matches("(?s)(\\{[%#].*?[%#]}\\s*)*\\{(?![{%#]).*") ? JSON : NODES;
        };
    }

    /** @param value without control characters: {@link ValueCheck} lets none through */
    abstract String escaped(String value);
}
