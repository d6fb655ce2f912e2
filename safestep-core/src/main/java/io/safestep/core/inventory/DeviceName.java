package io.safestep.core.inventory;

import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** The parts of a device's name: a place first, a number or letter last, and what the device does in between. */
record DeviceName(List<String> parts) {

    private static final Pattern ENDING = Pattern.compile("(.*?)(\\d{1,6}|(?<![a-z])[a-z])");

    private static final int LETTERS = 10_000_000;

    static DeviceName of(String name) {
        return new DeviceName(List.of(name.toLowerCase(Locale.ROOT).split("[-._]+")));
    }

    /** Null when the name has only one part. */
    @Nullable
    String place() {
        return parts.size() < 2 ? null : parts.get(0);
    }

    /** What stands between the first and the last part, or the letters of the last; null when there is nothing. */
    @Nullable
    String job() {
        if (parts.size() >= 3) {
            return parts.get(parts.size() - 2);
        }
        String letters = parts.size() == 2 ? parts.get(1).replaceAll("\\d+$", "") : "";
        return letters.length() < 2 ? null : letters;
    }

    /** Whether the two differ in the last letter or number only, and those are the two of a pair: a and b, 1 and 2. */
    boolean pairsWith(DeviceName other) {
        int last = parts.size() - 1;
        return last > 0
                && parts.size() == other.parts.size()
                && parts.subList(0, last).equals(other.parts.subList(0, last))
                && isPair(parts.get(last), other.parts.get(last));
    }

    private static boolean isPair(String one, String other) {
        Matcher first = ENDING.matcher(one);
        Matcher second = ENDING.matcher(other);
        return first.matches()
                && second.matches()
                && first.group(1).equals(second.group(1))
                && isPair(ordinal(first.group(2)), ordinal(second.group(2)));
    }

    private static boolean isPair(int one, int other) {
        return Math.min(one, other) % 2 == 1 && Math.abs(one - other) == 1;
    }

    /** Numbers count as they are; letters from a, which is 1, apart from the numbers. */
    private static int ordinal(String ending) {
        return Character.isDigit(ending.charAt(0)) ? Integer.parseInt(ending) : LETTERS + ending.charAt(0) - 'a' + 1;
    }
}
