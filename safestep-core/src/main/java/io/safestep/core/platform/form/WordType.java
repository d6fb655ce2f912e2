package io.safestep.core.platform.form;

import io.safestep.core.address.WrittenForms;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.List;

/**
 * What one word of a configuration line may be. Written in a platform profile between angle brackets, for example
 * {@code <prefix>}, {@code <number 1-4094>} or {@code <tcp|udp>}.
 */
public sealed interface WordType {

    boolean accepts(String word);

    /** A few words for a person, with an example where that helps. */
    String expectation();

    record Literal(String word) implements WordType {

        boolean standsAt(String line, int from, int to) {
            return to - from == word.length() && line.startsWith(word, from);
        }

        @Override
        public boolean accepts(String candidate) {
            return word.equals(candidate);
        }

        @Override
        public String expectation() {
            return "\"" + word + "\"";
        }
    }

    record Choice(List<String> words) implements WordType {
        @Override
        public boolean accepts(String word) {
            return words.contains(word);
        }

        @Override
        public String expectation() {
            return "one of " + String.join(", ", words);
        }
    }

    record WholeNumber(long least, long most) implements WordType {

        private static final int MOST_DIGITS = 18;

        @Override
        public boolean accepts(String word) {
            String digits = word.startsWith("-") && least < 0 ? word.substring(1) : word;
            return WrittenForms.isNumber(digits, MOST_DIGITS)
                    && Long.parseLong(word) >= least
                    && Long.parseLong(word) <= most;
        }

        @Override
        public String expectation() {
            return "a number from " + least + " to " + most;
        }
    }

    /** Comma-separated VLAN numbers, without blanks (IEEE 802.1Q, 1 to 4094). */
    record VlanList() implements WordType {
        private static final WholeNumber VLAN = new WholeNumber(1, 4094);

        @Override
        public boolean accepts(String word) {
            for (String part : word.split(",", -1)) {
                if (!VLAN.accepts(part)) {
                    return false;
                }
            }
            return true;
        }

        @Override
        public String expectation() {
            return "VLAN numbers with commas, such as 40,60";
        }
    }

    record Address() implements WordType {
        @Override
        public boolean accepts(String word) {
            return WrittenForms.isAddress(word);
        }

        @Override
        public String expectation() {
            return "an IPv4 address, such as 10.77.40.2";
        }
    }

    record Prefix() implements WordType {
        @Override
        public boolean accepts(String word) {
            return WrittenForms.isPrefix(word);
        }

        @Override
        public String expectation() {
            return "an address with its prefix length, such as 10.77.40.2/24";
        }
    }

    record PlainWord() implements WordType {
        private static final int LONGEST = 63;

        @Override
        public boolean accepts(String word) {
            if (word.isEmpty() || word.length() > LONGEST) {
                return false;
            }
            for (int i = 0; i < word.length(); i++) {
                if (!mayStand(word.charAt(i))) {
                    return false;
                }
            }
            return true;
        }

        private static boolean mayStand(char c) {
            return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || "._:/-".indexOf(c) >= 0;
        }

        @Override
        public String expectation() {
            return "one word of letters, digits, dots and hyphens";
        }
    }

    /** A word that must never be shown. */
    record Secret() implements WordType {
        @Override
        public boolean accepts(String word) {
            return !word.isEmpty();
        }

        @Override
        public String expectation() {
            return "a secret of one word";
        }
    }

    /** The word that stands alone on a line after the lines that belong to the text of this one. */
    record EndMark() implements WordType {
        @Override
        public boolean accepts(String word) {
            return !word.isEmpty() && word.length() <= 63;
        }

        @Override
        public String expectation() {
            return "the word that ends the text, alone on a line after it";
        }
    }

    /** A whole number of up to 64 bits, which JSON writes as a text (RFC 7951, section 6.1). */
    record Number64() implements WordType {

        private static final BigInteger LEAST = BigInteger.valueOf(Long.MIN_VALUE);
        private static final BigInteger MOST = BigInteger.TWO.pow(64).subtract(BigInteger.ONE);

        @Override
        public boolean accepts(String word) {
            if (!word.matches("-?(?:0|[1-9]\\d{0,19})")) {
                return false;
            }
            BigInteger number = new BigInteger(word);
            return number.compareTo(LEAST) >= 0 && number.compareTo(MOST) <= 0;
        }

        @Override
        public String expectation() {
            return "a whole number of up to 64 bits";
        }
    }

    /** A decimal number (RFC 7950, section 9.3), which JSON writes as a text. */
    record Decimal() implements WordType {

        @Override
        public boolean accepts(String word) {
            return word.matches("[-+]?\\d{1,19}(?:\\.\\d{1,18})?");
        }

        /** With at least one digit behind the point and no more zeros than that (RFC 7950, section 9.3.2). */
        static String canonical(String word) {
            BigDecimal number = new BigDecimal(word).stripTrailingZeros();
            return (number.scale() < 1 ? number.setScale(1) : number).toPlainString();
        }

        @Override
        public String expectation() {
            return "a decimal number, such as 2.5";
        }
    }

    /** A name that belongs to a module (RFC 7950, section 9.10). */
    record Identity() implements WordType {

        @Override
        public boolean accepts(String word) {
            return word.matches("(?:\\{[^{} ]+}|[A-Za-z_][\\w.-]*:)?[A-Za-z_][\\w.-]*");
        }

        @Override
        public String expectation() {
            return "a name with the prefix of its module, such as ianaift:ethernetCsmacd";
        }
    }

    /** A path to a node of the configuration (RFC 7950, section 9.13). */
    record InstancePath() implements WordType {

        @Override
        public boolean accepts(String word) {
            return word.startsWith("/") && word.length() > 1;
        }

        @Override
        public String expectation() {
            return "a path, such as /if:interfaces/if:interface[if:name='x1']";
        }
    }

    /** One word of whatever characters. */
    record Token() implements WordType {

        @Override
        public boolean accepts(String word) {
            return !word.isEmpty() && word.indexOf(' ') < 0;
        }

        @Override
        public String expectation() {
            return "one word";
        }
    }

    /**
     * The rest of the line, blanks included. Only allowed as the last word of a form.
     *
     * @param most how many characters it has at most; 0 when the device sets no bound
     */
    record FreeText(int most) implements WordType {

        @Override
        public boolean accepts(String text) {
            return !text.isBlank() && (most == 0 || text.length() <= most);
        }

        @Override
        public String expectation() {
            return most == 0 ? "text" : "text of up to " + most + " characters";
        }
    }
}
