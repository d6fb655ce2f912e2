package io.safestep.core.people;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What a password has to be: long enough, and none of those that are tried first. Nothing is asked about kinds of
 * characters, and nothing runs out (NIST SP 800-63B-4, section 3.1.1.2).
 */
public final class PasswordRules {

    /** Characters, where the password is all that is asked for. */
    public static final int LEAST_ALONE = 15;

    /** Characters, where a second factor is asked for, too. */
    public static final int LEAST_WITH_SECOND_FACTOR = 8;

    public static final int MOST = 200;

    /** Rows of keys and of the alphabet, in whose order hands go. */
    private static final List<String> ROWS = List.of(
            "abcdefghijklmnopqrstuvwxyz", "01234567890", "qwertyuiop", "asdfghjkl", "zxcvbnm", "1qaz2wsx3edc4rfv5tgb");

    private static final int LEAST_OF_A_ROW = 4;

    /** What has to be left besides what anybody would guess of this person. */
    private static final int LEAST_OWN = 6;

    private static final Set<String> WORST = worst();

    private PasswordRules() {}

    private static Set<String> worst() {
        try (InputStream list = PasswordRules.class.getResourceAsStream("/worst-passwords.txt")) {
            if (list == null) {
                throw new IllegalStateException("The list of the worst passwords is missing.");
            }
            return new BufferedReader(new InputStreamReader(list, StandardCharsets.UTF_8))
                    .lines()
                    .filter(line -> !line.isBlank() && !line.startsWith("#"))
                    .collect(Collectors.toUnmodifiableSet());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The form in which a password is kept and compared, whatever keyboard it was written on (NFKC). */
    public static String normal(String password) {
        return Normalizer.normalize(password, Normalizer.Form.NFKC);
    }

    /**
     * Why a password can't be taken, as a sentence; null when it can.
     *
     * @param password as it was written
     * @param about what anybody would guess of this person: log-in, name, mail address
     * @param secondFactor whether something else is asked for at log-in, too
     */
    public static @Nullable String problem(String password, Collection<String> about, boolean secondFactor) {
        String normal = normal(password);
        int length = normal.codePointCount(0, normal.length());
        int least = secondFactor ? LEAST_WITH_SECOND_FACTOR : LEAST_ALONE;
        if (length < least) {
            return "Use at least " + least
                    + " characters; a few words that belong to you alone are easy to keep in mind.";
        }
        if (length > MOST) {
            return "Use at most " + MOST + " characters.";
        }
        String plain = normal.toLowerCase(Locale.ROOT);
        String left = without(plain, parts(about));
        if (left.length() < LEAST_OWN && !left.equals(plain)) {
            return "This holds little more than your name, which anybody would try first.";
        }
        if (isGuessed(plain)) {
            return "This is one of the passwords that are tried first. Use some words that belong to you alone.";
        }
        return null;
    }

    private static List<String> parts(Collection<String> about) {
        List<String> parts = new ArrayList<>(List.of("safestep", "safe step", "safe-step"));
        for (String one : about) {
            for (String part : one.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")) {
                if (part.length() > 2) {
                    parts.add(part);
                }
            }
        }
        return parts;
    }

    private static String without(String text, List<String> parts) {
        String left = text;
        for (String part : parts) {
            left = left.replace(part, "");
        }
        return left;
    }

    /** Listed, or made of listed words, rows of keys and one thing over and over. */
    private static boolean isGuessed(String plain) {
        String shorter = repeated(plain);
        String letters = shorter.replaceAll("[^\\p{L}]+", "");
        if (WORST.contains(shorter) || WORST.contains(letters) || shorter.length() <= LEAST_OF_A_ROW) {
            return true;
        }
        return withoutRows(without(
                                shorter,
                                WORST.stream()
                                        .filter(w -> w.length() > LEAST_OF_A_ROW)
                                        .toList()))
                        .length()
                < LEAST_OWN;
    }

    /** The shortest text that this is made of when it is written over and over. */
    private static String repeated(String text) {
        for (int length = 1; length <= text.length() / 2; length++) {
            String part = text.substring(0, length);
            if (part.repeat(text.length() / length + 1).startsWith(text)) {
                return part;
            }
        }
        return text;
    }

    private static String withoutRows(String text) {
        StringBuilder left = new StringBuilder();
        int at = 0;
        while (at < text.length()) {
            int run = rowFrom(text, at);
            if (run < LEAST_OF_A_ROW) {
                left.append(text.charAt(at));
                at++;
            } else {
                at += run;
            }
        }
        return left.toString();
    }

    /** How many characters from here on follow a row, forwards or backwards. */
    private static int rowFrom(String text, int at) {
        int longest = 1;
        for (String row : ROWS) {
            longest = Math.max(
                    longest,
                    Math.max(
                            along(text, at, row),
                            along(text, at, new StringBuilder(row).reverse().toString())));
        }
        return longest;
    }

    private static int along(String text, int at, String row) {
        int start = row.indexOf(text.charAt(at));
        int length = 0;
        while (start >= 0
                && at + length < text.length()
                && start + length < row.length()
                && text.charAt(at + length) == row.charAt(start + length)) {
            length++;
        }
        return length;
    }
}
