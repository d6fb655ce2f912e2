package io.safestep.core.platform.language;

import io.safestep.core.platform.text.BoundedText;
import java.util.regex.Pattern;

/**
 * A whole line that differs at each reading though nothing has changed.
 *
 * @param pattern what such a line looks like
 * @param beginning letters with which each of them begins, so that nearly every other line is told by a look
 */
record VolatileLine(Pattern pattern, String beginning) {

    static VolatileLine of(Pattern pattern) {
        String written = pattern.pattern();
        int plain = 0;
        while (plain < written.length() && isPlain(written.charAt(plain))) {
            plain++;
        }
        boolean alternatives = written.indexOf('|') >= 0 || pattern.flags() != 0;
        // The last plain letter may be repeated or optional by what follows it.
        return new VolatileLine(pattern, alternatives ? "" : written.substring(0, Math.max(0, plain - 1)));
    }

    private static boolean isPlain(char c) {
        return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || c == ' ' || c == '-' || c == '#';
    }

    boolean matches(String line) {
        return line.startsWith(beginning)
                && pattern.matcher(BoundedText.of(line)).matches();
    }
}
