package io.safestep.core.platform.language;

import java.util.Comparator;
import java.util.List;

/**
 * Where a line stands among its siblings when nobody has put them in an order: by what its form begins with, in the order
 * of the profile, then by the values of its key, numbers as numbers, then by its form. The same for the same lines in
 * whatever order they were read.
 *
 * @param group the first form of the profile that begins with the same fixed words
 * @param values the words of the key that vary
 * @param form the line's own form
 * @param text the line, so that no two lines are taken for the same
 */
public record LineOrder(int group, List<String> values, int form, String text) implements Comparable<LineOrder> {

    private static final Comparator<LineOrder> ORDER = Comparator.comparingInt(LineOrder::group)
            .thenComparing(LineOrder::values, LineOrder::compareAll)
            .thenComparingInt(LineOrder::form)
            .thenComparing(LineOrder::text, LineOrder::compareNaturally)
            .thenComparing(LineOrder::text);

    @Override
    public int compareTo(LineOrder other) {
        return ORDER.compare(this, other);
    }

    private static int compareAll(List<String> one, List<String> other) {
        for (int i = 0; i < Math.min(one.size(), other.size()); i++) {
            int order = compareNaturally(one.get(i), other.get(i));
            if (order != 0) {
                return order;
            }
        }
        return Integer.compare(one.size(), other.size());
    }

    /** Compares letter by letter, but runs of digits by their number: port 2 before port 10. */
    static int compareNaturally(String one, String other) {
        int a = 0;
        int b = 0;
        while (a < one.length() && b < other.length()) {
            int endA = digitsEnd(one, a);
            int endB = digitsEnd(other, b);
            int order;
            if (endA > a && endB > b) {
                order = compareNumbers(one, a, endA, other, b, endB);
                a = endA;
                b = endB;
            } else {
                order = Character.compare(one.charAt(a++), other.charAt(b++));
            }
            if (order != 0) {
                return order;
            }
        }
        return Integer.compare(one.length() - a, other.length() - b);
    }

    private static int digitsEnd(String text, int from) {
        int end = from;
        while (end < text.length() && text.charAt(end) >= '0' && text.charAt(end) <= '9') {
            end++;
        }
        return end;
    }

    /** Digits of any length: by the number of digits without leading zeros, then digit by digit. */
    private static int compareNumbers(String one, int from, int end, String other, int otherFrom, int otherEnd) {
        int a = withoutZeros(one, from, end);
        int b = withoutZeros(other, otherFrom, otherEnd);
        if (end - a != otherEnd - b) {
            return Integer.compare(end - a, otherEnd - b);
        }
        while (a < end) {
            int order = Character.compare(one.charAt(a++), other.charAt(b++));
            if (order != 0) {
                return order;
            }
        }
        return 0;
    }

    /** Where the first digit stands that counts; the last one always does. */
    private static int withoutZeros(String digits, int from, int end) {
        int first = from;
        while (first < end - 1 && digits.charAt(first) == '0') {
            first++;
        }
        return first;
    }
}
