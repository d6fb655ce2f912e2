package io.safestep.core.inventory;

import java.util.Locale;

/**
 * A name in which {@code *} stands for any characters, none included, and {@code ?} for exactly one. Capitals and small
 * letters are the same.
 */
public record NamePattern(String written) {

    /** Whether the whole name fits. Time grows with the product of both lengths at most. */
    public boolean fits(String name) {
        String pattern = written.toLowerCase(Locale.ROOT);
        String text = name.toLowerCase(Locale.ROOT);
        int p = 0;
        int t = 0;
        int star = -1;
        int resume = 0;
        while (t < text.length()) {
            if (p < pattern.length() && pattern.charAt(p) == '*') {
                star = p++;
                resume = t;
            } else if (p < pattern.length() && (pattern.charAt(p) == '?' || pattern.charAt(p) == text.charAt(t))) {
                p++;
                t++;
            } else if (star >= 0) {
                p = star + 1;
                t = ++resume;
            } else {
                return false;
            }
        }
        while (p < pattern.length() && pattern.charAt(p) == '*') {
            p++;
        }
        return p == pattern.length();
    }
}
