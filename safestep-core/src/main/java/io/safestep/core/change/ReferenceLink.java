package io.safestep.core.change;

import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * Where references of the house lead, for example numbers of tickets.
 *
 * @param pattern an address with {@value #PLACE} in place of the reference; {@code https} or {@code http} (RFC 3986)
 */
public record ReferenceLink(String pattern) {

    public static final String PLACE = "{reference}";
    public static final int MOST_CHARACTERS = 200;

    /** What is wrong with a pattern, as a sentence; empty when nothing is. */
    public static Optional<String> problem(String pattern) {
        boolean scheme = pattern.startsWith("https://") || pattern.startsWith("http://");
        int place = pattern.indexOf(PLACE);
        boolean once = place >= 0 && pattern.indexOf(PLACE, place + 1) < 0;
        boolean plain = pattern.chars().allMatch(c -> c > ' ' && c < 0x7f && c != '"' && c != '<' && c != '>');
        // The reference may not choose the host to which people are led.
        boolean afterHost = once
                && pattern.indexOf('/', pattern.indexOf("//") + 2) >= 0
                && pattern.indexOf('/', pattern.indexOf("//") + 2) < place;
        return scheme && afterHost && plain && pattern.length() <= MOST_CHARACTERS
                ? Optional.empty()
                : Optional.of("Enter an address such as https://desk.example/tickets/" + PLACE + ", with " + PLACE
                        + " once, after the name of the host.");
    }

    /** The address of one reference. */
    public String of(String reference) {
        return pattern.replace(PLACE, encoded(reference));
    }

    /** Everything but what never has to be is written as octets of UTF-8 (RFC 3986, sections 2.1 and 2.3). */
    private static String encoded(String text) {
        StringBuilder out = new StringBuilder();
        for (byte octet : text.getBytes(StandardCharsets.UTF_8)) {
            boolean plain = octet >= 'a' && octet <= 'z'
                    || octet >= 'A' && octet <= 'Z'
                    || octet >= '0' && octet <= '9'
                    || "-._~".indexOf(octet) >= 0;
            out.append(plain ? String.valueOf((char) octet) : "%%%02X".formatted(octet));
        }
        return out.toString();
    }
}
