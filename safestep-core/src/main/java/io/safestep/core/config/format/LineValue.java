package io.safestep.core.config.format;

/** Values of nodes as they stand in a line: what would break it, or be lost at its ends, is written with a backslash. */
final class LineValue {

    private LineValue() {}

    /** As the rest of a line, in which blanks may stand. */
    static String asRest(String value) {
        String one = escaped(value);
        if (one.startsWith(" ")) {
            one = "\\s" + one.substring(1);
        }
        return one.endsWith(" ") ? one.substring(0, one.length() - 1) + "\\s" : one;
    }

    /** As one word of a line, such as the key of a list. */
    static String asWord(String value) {
        return value.isEmpty() ? "\\e" : escaped(value).replace(" ", "\\s");
    }

    private static String escaped(String value) {
        return value.replace("\\", "\\\\")
                .replace("\n", "\\n")
                .replace("\r", "\\r")
                .replace("\t", "\\t");
    }

    static String read(String written) {
        if (written.indexOf('\\') < 0) {
            return written;
        }
        StringBuilder value = new StringBuilder();
        for (int i = 0; i < written.length(); i++) {
            char c = written.charAt(i);
            if (c != '\\' || i + 1 == written.length()) {
                value.append(c);
                continue;
            }
            switch (written.charAt(++i)) {
                case 'n' -> value.append('\n');
                case 'r' -> value.append('\r');
                case 't' -> value.append('\t');
                case 's' -> value.append(' ');
                case 'e' -> {
                    // nothing at all
                }
                default -> value.append(written.charAt(i));
            }
        }
        return value.toString();
    }
}
