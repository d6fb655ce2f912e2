package io.safestep.core.address;

/**
 * An IPv4 address (RFC 791).
 *
 * @param bits the 32 bits, the first of the address the highest
 */
public record IpAddress(int bits) implements Comparable<IpAddress> {

    /** @throws IllegalArgumentException when the text is not four decimal numbers with dots */
    public static IpAddress parse(String text) {
        if (!WrittenForms.isAddress(text)) {
            throw new IllegalArgumentException("\"" + text + "\" is not an IPv4 address");
        }
        int bits = 0;
        int part = 0;
        for (int i = 0; i < text.length(); i++) {
            if (text.charAt(i) == '.') {
                bits = bits << 8 | part;
                part = 0;
            } else {
                part = 10 * part + text.charAt(i) - '0';
            }
        }
        return new IpAddress(bits << 8 | part);
    }

    /** 224.0.0.0 to 239.255.255.255 (RFC 5771). */
    public boolean isMulticast() {
        return bits >>> 28 == 14;
    }

    @Override
    public int compareTo(IpAddress other) {
        return Integer.compareUnsigned(bits, other.bits);
    }

    @Override
    public String toString() {
        return (bits >>> 24) + "." + (bits >>> 16 & 255) + "." + (bits >>> 8 & 255) + "." + (bits & 255);
    }
}
