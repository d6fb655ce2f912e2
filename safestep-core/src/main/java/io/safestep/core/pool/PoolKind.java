package io.safestep.core.pool;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a pool gives, and how its values are written. */
public enum PoolKind {
    /** IPv4 addresses. */
    ADDRESS("addresses") {
        @Override
        Span read(String text) {
            if (text.indexOf('/') > 0) {
                Span block = span(IpPrefix.parse(text));
                // The first and the last address of a block have meanings of their own (RFC 1122, section 3.2.1.3).
                return block.size() > 2 ? new Span(block.first() + 1, block.last() - 1) : block;
            }
            int dash = text.indexOf('-');
            return dash < 0
                    ? Span.of(number(IpAddress.parse(text)))
                    : new Span(
                            number(IpAddress.parse(text.substring(0, dash).strip())),
                            number(IpAddress.parse(text.substring(dash + 1).strip())));
        }

        @Override
        String write(Span value) {
            return new IpAddress((int) value.first()).toString();
        }
    },
    /** Blocks of IPv4 addresses, all of one length. */
    PREFIX("prefixes") {
        @Override
        Span read(String text) {
            if (text.indexOf('/') < 0) {
                throw new IllegalArgumentException("\"" + text + "\" is not a block such as 10.77.192.0/20");
            }
            return span(IpPrefix.parse(text));
        }

        @Override
        String write(Span value) {
            int length = 32 - Long.numberOfTrailingZeros(Long.highestOneBit(value.size()));
            return new IpPrefix((int) value.first(), length).toString();
        }
    },
    /** VLAN identifiers (IEEE 802.1Q). */
    VLAN("VLANs") {
        @Override
        Span read(String text) {
            Span span = NUMBER.read(text);
            if (span.first() < 1 || span.last() > 4094) {
                throw new IllegalArgumentException("VLAN numbers go from 1 to 4094");
            }
            return span;
        }
    },
    /** Whole numbers. */
    NUMBER("numbers");

    private final String plural;

    PoolKind(String plural) {
        this.plural = plural;
    }

    public String plural() {
        return plural;
    }

    /**
     * Reads a value or a range of them.
     *
     * @throws IllegalArgumentException with a sentence when it is none
     */
    Span read(String text) {
        Matcher range = Pattern.compile("(\\d{1,15})(?:\\s*-\\s*(\\d{1,15}))?").matcher(text.strip());
        if (!range.matches()) {
            throw new IllegalArgumentException("\"" + text + "\" is neither a number nor a range such as 200-299");
        }
        long first = Long.parseLong(range.group(1));
        return new Span(first, range.group(2) == null ? first : Long.parseLong(range.group(2)));
    }

    String write(Span value) {
        return String.valueOf(value.first());
    }

    private static long number(IpAddress address) {
        return Integer.toUnsignedLong(address.bits());
    }

    /** The addresses of a block as numbers. */
    public static Span span(IpPrefix prefix) {
        long first = Integer.toUnsignedLong(prefix.bits());
        return new Span(first, first + (1L << (32 - prefix.length())) - 1);
    }
}
