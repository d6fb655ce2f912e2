package io.safestep.core.address;

/** The written forms of IPv4 addresses (RFC 791) and prefixes (RFC 4632, section 3.1). */
public final class WrittenForms {

    private WrittenForms() {}

    /** True for four decimal numbers from 0 to 255 with dots, without leading zeros. */
    public static boolean isAddress(String text) {
        int start = 0;
        for (int part = 0; part < 4; part++) {
            int end = part == 3 ? text.length() : text.indexOf('.', start);
            if (end < 0) {
                return false;
            }
            String number = text.substring(start, end);
            if (!isNumber(number, 3) || Integer.parseInt(number) > 255) {
                return false;
            }
            start = end + 1;
        }
        return true;
    }

    /** True for an address, a slash and a length from 0 to 32. Host bits may be set. */
    public static boolean isPrefix(String text) {
        int slash = text.indexOf('/');
        if (slash < 0 || !isAddress(text.substring(0, slash))) {
            return false;
        }
        String length = text.substring(slash + 1);
        return isNumber(length, 2) && Integer.parseInt(length) <= 32;
    }

    /** True for decimal digits without leading zeros. */
    public static boolean isNumber(String text, int mostDigits) {
        if (text.isEmpty() || text.length() > mostDigits || text.length() > 1 && text.charAt(0) == '0') {
            return false;
        }
        return text.chars().allMatch(c -> c >= '0' && c <= '9');
    }
}
