package io.safestep.core.address;

/**
 * The address of an interface together with the length of its subnet's prefix, such as {@code 10.77.40.2/23}.
 *
 * @param address the interface's own address
 * @param length length of the subnet's prefix, 0 to 32
 */
public record InterfaceAddress(IpAddress address, int length) {

    /**
     * Takes {@code A/LENGTH}, {@code A MASK} or {@code A/MASK}.
     *
     * @throws IllegalArgumentException when the text is neither, or the mask has holes
     */
    public static InterfaceAddress parse(String text) {
        String written = text.strip();
        int end = 0;
        while (end < written.length() && written.charAt(end) != '/' && !Character.isWhitespace(written.charAt(end))) {
            end++;
        }
        if (end == written.length()) {
            throw new IllegalArgumentException("\"" + text + "\" is not an address with a prefix length or a mask");
        }
        return new InterfaceAddress(
                IpAddress.parse(written.substring(0, end)),
                length(written.substring(end + 1).strip(), text));
    }

    private static int length(String written, String whole) {
        if (WrittenForms.isAddress(written)) {
            int mask = IpAddress.parse(written).bits();
            int length = Integer.bitCount(mask);
            if (mask != IpPrefix.mask(length)) {
                throw new IllegalArgumentException("\"" + written + "\" is not a mask: its ones are not all in front");
            }
            return length;
        }
        if (!WrittenForms.isNumber(written, 2) || Integer.parseInt(written) > 32) {
            throw new IllegalArgumentException("\"" + whole + "\" has no prefix length from 0 to 32");
        }
        return Integer.parseInt(written);
    }

    /** The subnet that the interface is in. */
    public IpPrefix prefix() {
        return new IpPrefix(address.bits(), length);
    }

    @Override
    public String toString() {
        return address + "/" + length;
    }
}
