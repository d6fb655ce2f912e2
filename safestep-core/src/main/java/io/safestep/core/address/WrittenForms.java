package io.safestep.core.address;

/** The written forms of IPv4 addresses (RFC 791) and prefixes (RFC 4632, section 3.1). */
public final class WrittenForms {

    private WrittenForms() {}

    /** True for four decimal numbers from 0 to 255 with dots, without leading zeros. */
    public static boolean isAddress(String text) {
        return isAddress(text, text.length());
    }

    /** Looks at single letters instead of parts of the text: nearly every line of a configuration comes by here. */
    private static boolean isAddress(String text, int end) {
        int start = 0;
        for (int part = 0; part < 4; part++) {
            int stop = part == 3 ? end : text.indexOf('.', start);
            if (stop < 0 || stop > end || !isNumber(text, start, stop, 3) || number(text, start, stop) > 255) {
                return false;
            }
            start = stop + 1;
        }
        return true;
    }

    /** True for an address, a slash and a length from 0 to 32. Host bits may be set. */
    public static boolean isPrefix(String text) {
        int slash = text.indexOf('/');
        return slash >= 0
                && isAddress(text, slash)
                && isNumber(text, slash + 1, text.length(), 2)
                && number(text, slash + 1, text.length()) <= 32;
    }

    /** True for decimal digits without leading zeros. */
    public static boolean isNumber(String text, int mostDigits) {
        return isNumber(text, 0, text.length(), mostDigits);
    }

    private static boolean isNumber(String text, int start, int end, int mostDigits) {
        int digits = end - start;
        if (digits < 1 || digits > mostDigits || digits > 1 && text.charAt(start) == '0') {
            return false;
        }
        for (int i = start; i < end; i++) {
            if (text.charAt(i) < '0' || text.charAt(i) > '9') {
                return false;
            }
        }
        return true;
    }

    private static int number(String text, int start, int end) {
        return Integer.parseInt(text, start, end, 10);
    }
}
